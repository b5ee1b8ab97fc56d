import { sql } from 'drizzle-orm';
import { check, index, pgTable, text, uniqueIndex, uuid } from 'drizzle-orm/pg-core';
import type { AdultId, FamilyId, WishId } from '../../../../core/ids';
import { enquiryKinds } from '../../../../core/visits/enquiry';
import { id, instant } from './columns';
import { conference } from './conferences';
import { adult, family } from './people';
import { wish } from './visits';

/** What waits for an answer of the school's: a meeting that a family cannot book, or a lost link. */
export const enquiry = pgTable(
	'enquiry',
	{
		id: id(),
		kind: text('kind', { enum: enquiryKinds }).notNull(),
		familyId: uuid('family_id')
			.$type<FamilyId>()
			.notNull()
			.references(() => family.id),
		/** Who asks; of a lost link, whose it is. */
		adultId: uuid('adult_id')
			.$type<AdultId>()
			.references(() => adult.id),
		/** Of a meeting: at which conference, and which, while that is still wished for. */
		conferenceId: uuid('conference_id').references(() => conference.id),
		wishId: uuid('wish_id')
			.$type<WishId>()
			.references(() => wish.id, { onDelete: 'set null' }),
		/** In the family's own words; null after erasure. */
		words: text('words'),
		askedAt: instant('asked_at').notNull(),
		answer: text('answer'),
		answeredAt: instant('answered_at'),
	},
	(table) => [
		uniqueIndex('enquiry_open_once')
			.on(table.familyId, table.kind, sql`coalesce(${table.wishId}, ${table.adultId})`)
			.where(sql`${table.answeredAt} is null`),
		index('enquiry_conference').on(table.conferenceId, table.askedAt),
		index('enquiry_wish').on(table.wishId),
		index('enquiry_adult').on(table.adultId),
		check('enquiry_about', sql`(kind = 'meeting') = (conference_id is not null)`),
	],
);
