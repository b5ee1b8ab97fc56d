import { sql } from 'drizzle-orm';
import {
	boolean,
	index,
	jsonb,
	pgTable,
	primaryKey,
	smallint,
	text,
	uniqueIndex,
	uuid,
} from 'drizzle-orm/pg-core';
import type { AdultId, DeskId, FamilyId, WishId } from '../../../../core/ids';
import {
	bookingQuestionKinds,
	type AnswerValue,
} from '../../../../core/questions/booking-question';
import { id, instant } from './columns';
import { conference } from './conferences';
import { desk } from './desks';
import { adult, family } from './people';
import { wish } from './visits';

/** Something that families are asked when they book. */
export const bookingQuestion = pgTable(
	'question',
	{
		id: id(),
		conferenceId: uuid('conference_id')
			.notNull()
			.references(() => conference.id),
		rank: smallint('rank').notNull(),
		kind: text('kind', { enum: bookingQuestionKinds }).notNull(),
		text: text('text').notNull(),
		choices: text('choices').array().notNull().default([]),
		required: boolean('required').notNull().default(false),
		/** Asked once, about the whole visit, and not at single desks. */
		whole: boolean('whole').notNull(),
	},
	(table) => [index('question_conference').on(table.conferenceId, table.rank)],
);

/** The desks at which a question is asked that is not about the whole visit. */
export const bookingQuestionDesk = pgTable(
	'question_desk',
	{
		questionId: uuid('question_id')
			.notNull()
			.references(() => bookingQuestion.id, { onDelete: 'cascade' }),
		deskId: uuid('desk_id')
			.$type<DeskId>()
			.notNull()
			.references(() => desk.id, { onDelete: 'cascade' }),
	},
	(table) => [
		primaryKey({ columns: [table.questionId, table.deskId] }),
		index('question_desk_desk').on(table.deskId),
	],
);

/** What a family said; erased with it. */
export const bookingAnswer = pgTable(
	'answer',
	{
		id: id(),
		questionId: uuid('question_id')
			.notNull()
			.references(() => bookingQuestion.id, { onDelete: 'cascade' }),
		familyId: uuid('family_id')
			.$type<FamilyId>()
			.notNull()
			.references(() => family.id),
		/** The meeting that it is about; `null`: the whole visit. */
		wishId: uuid('wish_id')
			.$type<WishId>()
			.references(() => wish.id, { onDelete: 'cascade' }),
		/** The adult whose it is alone, in a family from whose adults rights are withdrawn. */
		holderId: uuid('holder_id')
			.$type<AdultId>()
			.references(() => adult.id),
		value: jsonb('value').$type<AnswerValue>().notNull(),
		saidAt: instant('said_at').notNull(),
	},
	(table) => [
		uniqueIndex('answer_once').on(
			table.questionId,
			table.familyId,
			sql`coalesce(${table.wishId}, ${table.familyId})`,
			sql`coalesce(${table.holderId}, ${table.familyId})`,
		),
		index('answer_family').on(table.familyId),
		index('answer_wish').on(table.wishId),
	],
);
