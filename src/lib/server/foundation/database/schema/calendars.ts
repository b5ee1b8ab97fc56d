import type { PersonId } from '../../../../core/ids';
import { boolean, index, pgTable, primaryKey, text, uuid } from 'drizzle-orm/pg-core';
import { id, instant, version } from './columns';
import { person } from './people';

/** A calendar whose entries keep a person from receiving: a file that was read, or an address. */
export const calendar = pgTable(
	'calendar',
	{
		id: id(),
		personId: uuid('person_id')
			.$type<PersonId>()
			.notNull()
			.references(() => person.id),
		name: text('name').notNull(),
		/** `null`: read from a file once. */
		address: text('address'),
		/** When it was last read well; what was read then holds until it is read again. */
		readAt: instant('read_at'),
		triedAt: instant('tried_at'),
		/** Why the last try failed. */
		failure: text('failure'),
		version: version(),
	},
	(table) => [index('calendar_person').on(table.personId)],
);

/** A person has something else to do: from a calendar, or a block made by hand. Never what it is. */
export const busyTime = pgTable(
	'busy_time',
	{
		id: id(),
		personId: uuid('person_id')
			.$type<PersonId>()
			.notNull()
			.references(() => person.id),
		/** `null`: a block made by hand. */
		calendarId: uuid('calendar_id').references(() => calendar.id, { onDelete: 'cascade' }),
		kind: text('kind', { enum: ['busy', 'tentative', 'out-of-office'] }).notNull(),
		startsAt: instant('starts_at').notNull(),
		endsAt: instant('ends_at').notNull(),
		allDay: boolean('all_day').notNull(),
		/** Digest of what its calendar knows the entry by, the same for all its turns; `null`: a block by hand. */
		entry: text('entry'),
		/** Its owner may say of an entry that it keeps nobody from receiving. */
		counts: boolean('counts').notNull().default(true),
	},
	(table) => [
		index('busy_time_person').on(table.personId, table.startsAt),
		index('busy_time_calendar').on(table.calendarId),
	],
);

/** An entry of which its owner has said that it does not count, for as often as the calendar is read again. */
export const calendarException = pgTable(
	'calendar_exception',
	{
		personId: uuid('person_id')
			.$type<PersonId>()
			.notNull()
			.references(() => person.id),
		/** As in `busy_time`. */
		entry: text('entry').notNull(),
	},
	(table) => [primaryKey({ columns: [table.personId, table.entry] })],
);
