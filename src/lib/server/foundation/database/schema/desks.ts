import type { LocalDate } from '../../../../core/time/local-of';
import type { DeskId, PersonId, SlotId } from '../../../../core/ids';
import { sql } from 'drizzle-orm';
import {
	check,
	boolean,
	date,
	index,
	jsonb,
	pgTable,
	primaryKey,
	smallint,
	text,
	uniqueIndex,
	uuid,
} from 'drizzle-orm/pg-core';
import type { Hours } from '../../../../core/slots/hours';
import type { DeskPlan, When } from '../../../../core/desks/desk-plan';
import type { Division } from '../../../../core/slots/slot-grid';
import type { Stretch } from '../../../../core/time/stretch';
import { id, instant, version } from './columns';
import { conference } from './conferences';
import { person } from './people';
import { place } from './places';

export const desk = pgTable(
	'desk',
	{
		id: id().$type<DeskId>(),
		conferenceId: uuid('conference_id')
			.notNull()
			.references(() => conference.id),
		number: smallint('number').notNull(),
		name: text('name').notNull(),
		subject: text('subject').notNull(),
		/** What families read about it. */
		words: text('words').notNull().default(''),
		/** Whoever wants may come, also without a class (counsellor, head). */
		forAll: boolean('for_all').notNull().default(false),
		/** Families find it by themselves; otherwise by its own link alone. */
		isListed: boolean('is_listed').notNull().default(true),
		/** Of a desk where any one receives: the family picks the person. */
		familyPicks: boolean('family_picks').notNull().default(false),
		/** Whether its appointments are booked at once or asked for; null: as the conference says. */
		acceptance: text('acceptance', { enum: ['at-once', 'asked'] }),
		/** Appointments on one date; null: as the conference says. */
		perDay: smallint('per_day'),
		/** So many slots in a row are a long talk, which families may choose. */
		longSlots: smallint('long_slots'),
		/** Families in one slot of a group see who else comes. */
		groupSees: boolean('group_sees').notNull().default(false),
		/** Hours outside the conference's of which somebody has said that they are right. */
		rightHours: jsonb('right_hours').$type<Hours[]>().notNull().default([]),
		version: version(),
	},
	(table) => [
		uniqueIndex('desk_number').on(table.conferenceId, table.number),
		check('desk_per_day', sql`${table.perDay} between 1 and 200`),
		check('desk_long_slots', sql`${table.longSlots} between 2 and 4`),
	],
);

/** `all`: everybody with this role must be there. `any`: one of them receives. */
export const deskPerson = pgTable(
	'desk_person',
	{
		deskId: uuid('desk_id')
			.$type<DeskId>()
			.notNull()
			.references(() => desk.id),
		personId: uuid('person_id')
			.$type<PersonId>()
			.notNull()
			.references(() => person.id),
		role: text('role', { enum: ['all', 'any'] })
			.notNull()
			.default('all'),
	},
	(table) => [
		primaryKey({ columns: [table.deskId, table.personId] }),
		index('desk_person_person').on(table.personId),
	],
);

/** Somebody takes a person's place at a desk on a date. */
export const deskSubstitute = pgTable(
	'desk_substitute',
	{
		deskId: uuid('desk_id')
			.$type<DeskId>()
			.notNull()
			.references(() => desk.id),
		localDate: date('local_date', { mode: 'string' }).$type<LocalDate>().notNull(),
		absentId: uuid('absent_id')
			.$type<PersonId>()
			.notNull()
			.references(() => person.id),
		personId: uuid('person_id')
			.$type<PersonId>()
			.notNull()
			.references(() => person.id),
	},
	(table) => [
		primaryKey({ columns: [table.deskId, table.localDate, table.absentId] }),
		index('desk_substitute_person').on(table.personId),
	],
);

/** What people edit: hours of a desk that are divided alike and lie at the same places. */
export const series = pgTable(
	'series',
	{
		id: id(),
		deskId: uuid('desk_id')
			.$type<DeskId>()
			.notNull()
			.references(() => desk.id),
		/** The order in which a desk's series were made. */
		rank: smallint('rank').notNull().default(0),
		when: jsonb('when').$type<When>().notNull(),
		breaks: jsonb('breaks').$type<Stretch[]>().notNull(),
		/** `null`: as the conference is divided. */
		division: jsonb('division').$type<Division>(),
		seats: smallint('seats').notNull().default(1),
		version: version(),
	},
	(table) => [index('series_desk').on(table.deskId)],
);

/** Where a series' families may choose to be received; the usual place first. */
export const seriesPlace = pgTable(
	'series_place',
	{
		seriesId: uuid('series_id')
			.notNull()
			.references(() => series.id, { onDelete: 'cascade' }),
		placeId: uuid('place_id')
			.notNull()
			.references(() => place.id),
		rank: smallint('rank').notNull(),
	},
	(table) => [
		primaryKey({ columns: [table.seriesId, table.placeId] }),
		index('series_place_place').on(table.placeId),
	],
);

/** One unbroken stretch of a desk's time on one date. */
export const sitting = pgTable(
	'sitting',
	{
		id: id(),
		seriesId: uuid('series_id')
			.notNull()
			.references(() => series.id),
		deskId: uuid('desk_id')
			.$type<DeskId>()
			.notNull()
			.references(() => desk.id),
		localDate: date('local_date', { mode: 'string' }).$type<LocalDate>().notNull(),
		startsAt: instant('starts_at').notNull(),
		endsAt: instant('ends_at').notNull(),
		slotMinutes: smallint('slot_minutes').notNull(),
		gapMinutes: smallint('gap_minutes').notNull(),
		/** The usual one of its places. */
		placeId: uuid('place_id').references(() => place.id),
		/** The room whose desk space it holds for its whole length. */
		roomId: uuid('room_id').references(() => place.id),
		/** Which of the room's spaces; null when the room has none left. */
		space: smallint('space'),
	},
	(table) => [index('sitting_desk').on(table.deskId), index('sitting_room').on(table.roomId)],
);

/** One bookable piece of a sitting. It keeps its identity while it fits the sitting. */
export const slot = pgTable(
	'slot',
	{
		id: id().$type<SlotId>(),
		sittingId: uuid('sitting_id').references(() => sitting.id),
		deskId: uuid('desk_id')
			.$type<DeskId>()
			.notNull()
			.references(() => desk.id),
		/** Without a place nobody can book it. */
		placeId: uuid('place_id').references(() => place.id),
		localDate: date('local_date', { mode: 'string' }).$type<LocalDate>().notNull(),
		startsAt: instant('starts_at').notNull(),
		endsAt: instant('ends_at').notNull(),
		/** The end of the gap after it: until then desk and teachers are taken. */
		claimEndsAt: instant('claim_ends_at').notNull(),
		seats: smallint('seats').notNull().default(1),
		blockedAt: instant('blocked_at'),
		/** Why, for the office alone; null unless it is blocked. */
		blockedFor: text('blocked_for'),
		/** Booked, but no longer part of any sitting: to be settled. */
		detachedAt: instant('detached_at'),
	},
	(table) => [
		uniqueIndex('slot_live_start')
			.on(table.deskId, table.startsAt)
			.where(sql`${table.detachedAt} is null`),
		index('slot_blocked')
			.on(table.deskId)
			.where(sql`${table.blockedAt} is not null`),
	],
);

/** What a teacher would like to be different at the own desk. */
export const deskProposal = pgTable(
	'desk_proposal',
	{
		id: id(),
		deskId: uuid('desk_id')
			.$type<DeskId>()
			.notNull()
			.references(() => desk.id, { onDelete: 'cascade' }),
		personId: uuid('person_id')
			.$type<PersonId>()
			.notNull()
			.references(() => person.id),
		/** The plan that the teacher saw, and the one that the teacher wants. */
		base: jsonb('base').$type<DeskPlan>().notNull(),
		plan: jsonb('plan').$type<DeskPlan>().notNull(),
		note: text('note').notNull(),
		madeAt: instant('made_at').notNull(),
		settledAt: instant('settled_at'),
		accepted: boolean('accepted'),
	},
	(table) => [index('desk_proposal_desk').on(table.deskId)],
);
