export * from './accounts';
export * from './people';
export * from './conferences';
export * from './visits';
export * from './calendars';
export * from './desks';
export * from './places';
export * from './messages';
