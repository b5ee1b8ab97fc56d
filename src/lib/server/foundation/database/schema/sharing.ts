import { sql } from 'drizzle-orm';
import { pgTable, text, uniqueIndex, uuid } from 'drizzle-orm/pg-core';
import type { DeskId } from '../../../../core/ids';
import { instant } from './columns';
import { conference } from './conferences';
import { desk } from './desks';

/**
 * A short address for paper: of a conference, or of one of its desks. It lets nobody in: families come there with
 * their own link or code.
 */
export const shortLink = pgTable(
	'short_link',
	{
		/** As it is printed. */
		code: text('code').primaryKey(),
		conferenceId: uuid('conference_id')
			.notNull()
			.references(() => conference.id),
		/** `null`: of the conference itself. */
		deskId: uuid('desk_id')
			.$type<DeskId>()
			.references(() => desk.id, { onDelete: 'cascade' }),
		/** From when on it leads nowhere any more: it was replaced. */
		endedAt: instant('ended_at'),
	},
	(table) => [
		uniqueIndex('short_link_one')
			.on(sql`coalesce(${table.deskId}, ${table.conferenceId})`)
			.where(sql`${table.endedAt} is null`),
	],
);
