import { sql } from 'drizzle-orm';
import { check, index, jsonb, pgTable, text, uniqueIndex, uuid } from 'drizzle-orm/pg-core';
import type { FamilyId } from '../../../../core/ids';
import { newcomerStates, type NewcomerFacts } from '../../../../core/newcomers/newcomer';
import { id, instant } from './columns';
import { conference } from './conferences';
import { family } from './people';

/**
 * Somebody who came by a conference's open link. What they said of themselves is kept as long as it waits for
 * somebody; let in, they are a family as every other one, and here only their number counts.
 */
export const newcomer = pgTable(
	'newcomer',
	{
		id: id(),
		conferenceId: uuid('conference_id')
			.notNull()
			.references(() => conference.id),
		state: text('state', { enum: newcomerStates }).notNull(),
		/** Where the link was sent, as long as that is to be known. */
		email: text('email'),
		/** When the link was asked for; a later one makes earlier ones void. */
		askedAt: instant('asked_at').notNull(),
		/** When the link was spent. */
		provedAt: instant('proved_at'),
		/** What was said, as long as it waits for the office. */
		facts: jsonb('facts').$type<NewcomerFacts>(),
		/** The family that it became, or joined. */
		familyId: uuid('family_id')
			.$type<FamilyId>()
			.references(() => family.id),
		/** When the office has answered, or nothing was left to answer. */
		answeredAt: instant('answered_at'),
	},
	(table) => [
		uniqueIndex('newcomer_asks_once')
			.on(table.conferenceId, sql`lower(email)`)
			.where(sql`${table.provedAt} is null`),
		index('newcomer_conference').on(table.conferenceId, table.state),
		index('newcomer_family').on(table.familyId),
		check('newcomer_waits_with_facts', sql`(state = 'waiting') = (facts is not null)`),
		check('newcomer_is_a_family', sql`(state in ('let-in', 'joined')) = (family_id is not null)`),
	],
);
