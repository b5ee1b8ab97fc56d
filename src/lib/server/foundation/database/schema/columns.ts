import type { Instant } from '../../../../core/time/units';
import { customType, integer, timestamp, uuid } from 'drizzle-orm/pg-core';

/** A UUIDv7 made by the program. */
export const id = () => uuid('id').primaryKey();

/** An instant, in JavaScript as milliseconds since 1970. */
export const instant = customType<{ data: Instant; driverData: string | Date }>({
	dataType: () => 'timestamp with time zone',
	fromDriver: (value) => (value instanceof Date ? value.getTime() : Date.parse(value)),
	toDriver: (value) => new Date(value).toISOString(),
});

/** For rows that people edit: counts the changes, so that two editors notice each other. */
export const version = () => integer('version').notNull().default(1);

/** Accounts are kept by a library that works with Date. */
export const dateTime = (name: string) => timestamp(name, { withTimezone: true, mode: 'date' });

/** Bytes. */
export const bytea = customType<{ data: Buffer }>({ dataType: () => 'bytea' });
