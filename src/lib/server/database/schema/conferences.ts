import { sql } from 'drizzle-orm';
import {
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
import type { Hours } from '../../../core/slots/series';
import { id, instant, version } from './columns';
import { person } from './people';

export const building = pgTable('building', {
	id: id(),
	name: text('name').notNull().unique(),
	version: version(),
});

/** Minutes on foot between two buildings; each pair once. */
export const buildingWalk = pgTable(
	'building_walk',
	{
		fromBuildingId: uuid('from_building_id')
			.notNull()
			.references(() => building.id, { onDelete: 'cascade' }),
		toBuildingId: uuid('to_building_id')
			.notNull()
			.references(() => building.id, { onDelete: 'cascade' }),
		minutes: smallint('minutes').notNull(),
	},
	(table) => [primaryKey({ columns: [table.fromBuildingId, table.toBuildingId] })],
);

/** A room, a video link, or a telephone number. */
export const place = pgTable('place', {
	id: id(),
	kind: text('kind', { enum: ['room', 'video', 'telephone'] }).notNull(),
	name: text('name').notNull(),
	buildingId: uuid('building_id').references(() => building.id),
	link: text('link'),
	version: version(),
});

export const conference = pgTable('conference', {
	id: id(),
	address: text('address').notNull().unique(),
	name: text('name').notNull(),
	words: text('words').notNull().default(''),
	timeZone: text('time_zone').notNull(),
	slotMinutes: smallint('slot_minutes').notNull(),
	gapMinutes: smallint('gap_minutes').notNull(),
	pauseMinutes: smallint('pause_minutes').notNull().default(0),
	switchMinutes: smallint('switch_minutes').notNull().default(15),
	/** The conference's own hours; desks that follow it take them over. */
	hours: jsonb('hours').$type<Hours[]>().notNull(),
	opensAt: instant('opens_at'),
	closesAt: instant('closes_at'),
	publishedAt: instant('published_at'),
	pausedAt: instant('paused_at'),
	withdrawnAt: instant('withdrawn_at'),
	/** Counts the changes of the set-up (not the bookings). */
	version: version(),
});

export const desk = pgTable(
	'desk',
	{
		id: id(),
		conferenceId: uuid('conference_id')
			.notNull()
			.references(() => conference.id),
		number: smallint('number').notNull(),
		name: text('name').notNull(),
		subject: text('subject').notNull(),
		/** Whoever wants may come, also without a class (counsellor, head). */
		forAll: boolean('for_all').notNull().default(false),
		version: version(),
	},
	(table) => [uniqueIndex('desk_number').on(table.conferenceId, table.number)],
);

/** `all`: everybody with this role must be there. `any`: one of them receives. */
export const deskPerson = pgTable(
	'desk_person',
	{
		deskId: uuid('desk_id')
			.notNull()
			.references(() => desk.id),
		personId: uuid('person_id')
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

/** What the organiser edits: a desk's hours. Sittings and slots follow from it. */
export const series = pgTable('series', {
	id: id(),
	deskId: uuid('desk_id')
		.notNull()
		.references(() => desk.id),
	/** Takes its hours and their division from the conference. */
	followsConference: boolean('follows_conference').notNull(),
	hours: jsonb('hours').$type<Hours[]>().notNull(),
	breaks: jsonb('breaks').$type<Hours[]>().notNull(),
	slotMinutes: smallint('slot_minutes').notNull(),
	gapMinutes: smallint('gap_minutes').notNull(),
	placeId: uuid('place_id')
		.notNull()
		.references(() => place.id),
	version: version(),
});

/** One unbroken stretch of a desk's time on one date, at one place. */
export const sitting = pgTable(
	'sitting',
	{
		id: id(),
		seriesId: uuid('series_id')
			.notNull()
			.references(() => series.id),
		deskId: uuid('desk_id')
			.notNull()
			.references(() => desk.id),
		localDate: date('local_date', { mode: 'string' }).notNull(),
		startsAt: instant('starts_at').notNull(),
		endsAt: instant('ends_at').notNull(),
		slotMinutes: smallint('slot_minutes').notNull(),
		gapMinutes: smallint('gap_minutes').notNull(),
		placeId: uuid('place_id')
			.notNull()
			.references(() => place.id),
	},
	(table) => [index('sitting_desk').on(table.deskId)],
);

/** One bookable piece of a sitting. It keeps its identity while it fits the sitting. */
export const slot = pgTable(
	'slot',
	{
		id: id(),
		sittingId: uuid('sitting_id').references(() => sitting.id),
		deskId: uuid('desk_id')
			.notNull()
			.references(() => desk.id),
		placeId: uuid('place_id')
			.notNull()
			.references(() => place.id),
		localDate: date('local_date', { mode: 'string' }).notNull(),
		startsAt: instant('starts_at').notNull(),
		endsAt: instant('ends_at').notNull(),
		/** The end of the gap after it: until then desk and teachers are taken. */
		claimEndsAt: instant('claim_ends_at').notNull(),
		seats: smallint('seats').notNull().default(1),
		blockedAt: instant('blocked_at'),
		/** Booked, but no longer part of any sitting: to be settled. */
		detachedAt: instant('detached_at'),
	},
	(table) => [
		uniqueIndex('slot_live_start')
			.on(table.deskId, table.startsAt)
			.where(sql`${table.detachedAt} is null`),
	],
);
