export * from './accounts';
export * from './people';
export * from './conferences';
export * from './visits';
