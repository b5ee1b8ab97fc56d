import { sql } from 'drizzle-orm';
import { check, index, pgTable, smallint, text, uniqueIndex, uuid } from 'drizzle-orm/pg-core';
import type { AdultId, FamilyId, PersonId } from '../../../../core/ids';
import { noticeKinds, noticeReasons, noticeStates } from '../../../../core/notices/kinds';
import { id, instant } from './columns';
import { account } from './accounts';
import { conference } from './conferences';
import { adult, family, person } from './people';
import { act, guest } from './visits';

/**
 * What somebody is to be told: written in the transaction of the act, whose facts it tells, and sent afterwards.
 * Neither text nor link nor address is kept; all of them are made when it is sent or looked at.
 */
export const notice = pgTable(
	'notice',
	{
		id: id(),
		kind: text('kind', { enum: noticeKinds }).notNull(),
		/** Of which act it tells; null for a reminder or a summary, which `about` tells from every other. */
		actId: uuid('act_id').references(() => act.id),
		/** Once for each recipient: a date and a moment, for a reminder. */
		about: text('about'),
		conferenceId: uuid('conference_id').references(() => conference.id),
		familyId: uuid('family_id')
			.$type<FamilyId>()
			.references(() => family.id),
		adultId: uuid('adult_id')
			.$type<AdultId>()
			.references(() => adult.id),
		guestId: uuid('guest_id').references(() => guest.id),
		/** A teacher or interpreter. */
		personId: uuid('person_id')
			.$type<PersonId>()
			.references(() => person.id),
		/** Somebody of the office. */
		accountId: uuid('account_id').references(() => account.id),
		/** By which edition of the words it is written. */
		edition: smallint('edition').notNull().default(1),
		dueAt: instant('due_at').notNull(),
		state: text('state', { enum: noticeStates }).notNull().default('waiting'),
		reason: text('reason', { enum: noticeReasons }),
		attempts: smallint('attempts').notNull().default(0),
		/** When somebody began to send it; after a while without an end it is begun again. */
		claimedAt: instant('claimed_at'),
		sentAt: instant('sent_at'),
	},
	(table) => [
		check('notice_recipient', sql`num_nonnulls(adult_id, guest_id, person_id, account_id) = 1`),
		check('notice_about', sql`num_nonnulls(act_id, about) = 1`),
		index('notice_open')
			.on(table.dueAt)
			.where(sql`${table.state} in ('waiting', 'sending')`),
		uniqueIndex('notice_reminder_once')
			.on(table.adultId, table.familyId, table.conferenceId, table.about)
			.where(sql`${table.about} is not null`),
		uniqueIndex('notice_summary_once')
			.on(table.personId, table.conferenceId, table.about)
			.where(sql`${table.about} is not null`),
		uniqueIndex('notice_office_once')
			.on(table.accountId, table.conferenceId, table.about)
			.where(sql`${table.about} is not null`),
		index('notice_act').on(table.actId),
		index('notice_conference').on(table.conferenceId, table.dueAt),
		index('notice_family').on(table.familyId),
		index('notice_adult').on(table.adultId),
		index('notice_guest').on(table.guestId),
	],
);
