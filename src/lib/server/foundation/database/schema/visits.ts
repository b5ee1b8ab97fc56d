import type {
	AdultId,
	AppointmentId,
	DeskId,
	FamilyId,
	PersonId,
	SlotId,
	StudentId,
	WishId,
} from '../../../../core/ids';
import { sql } from 'drizzle-orm';
import {
	boolean,
	foreignKey,
	index,
	integer,
	jsonb,
	pgTable,
	primaryKey,
	smallint,
	text,
	unique,
	uniqueIndex,
	uuid,
} from 'drizzle-orm/pg-core';
import type { KeptAppointment } from '../../../../core/visits/wanted-appointment';
import { id, instant, version } from './columns';
import { conference } from './conferences';
import { desk, slot } from './desks';
import { adult, family, person, student } from './people';
import { place } from './places';

/** One meeting that somebody wants. Derived wishes follow from classes and are kept up to date. */
export const wish = pgTable(
	'wish',
	{
		id: id().$type<WishId>(),
		conferenceId: uuid('conference_id')
			.notNull()
			.references(() => conference.id),
		familyId: uuid('family_id')
			.$type<FamilyId>()
			.notNull()
			.references(() => family.id),
		studentId: uuid('student_id')
			.$type<StudentId>()
			.notNull()
			.references(() => student.id),
		weight: integer('weight').notNull(),
		must: boolean('must').notNull().default(false),
		/** Offered, but not asked for until the family ticks it. */
		optional: boolean('optional').notNull().default(false),
		/** How many slots in a row the meeting takes. */
		length: smallint('length').notNull().default(1),
		askedBy: text('asked_by', { enum: ['family', 'teacher', 'office'] }).notNull(),
		/** Why whoever asked would like to meet, for the family to read. */
		words: text('words').notNull().default(''),
		source: text('source', { enum: ['derived', 'by-hand', 'teacher'] }).notNull(),
		/** Of a derived wish: the teacher from whom it follows, by whom it stays the same wish. */
		teacherId: uuid('teacher_id')
			.$type<PersonId>()
			.references(() => person.id),
		/** Nobody wishes it any more; kept for the appointments that served it, and offered to nobody. */
		droppedAt: instant('dropped_at'),
	},
	(table) => [index('wish_family').on(table.conferenceId, table.familyId)],
);

/** The desks that would do, best first. */
export const wishDesk = pgTable(
	'wish_desk',
	{
		wishId: uuid('wish_id')
			.$type<WishId>()
			.notNull()
			.references(() => wish.id, { onDelete: 'cascade' }),
		deskId: uuid('desk_id')
			.$type<DeskId>()
			.notNull()
			.references(() => desk.id),
		rank: smallint('rank').notNull(),
	},
	(table) => [primaryKey({ columns: [table.wishId, table.deskId] })],
);

export const standings = ['asked', 'booked', 'declined', 'cancelled'] as const;

/** One family with one desk, about one or more students. */
export const appointment = pgTable(
	'appointment',
	{
		id: id().$type<AppointmentId>(),
		conferenceId: uuid('conference_id')
			.notNull()
			.references(() => conference.id),
		familyId: uuid('family_id')
			.$type<FamilyId>()
			.notNull()
			.references(() => family.id),
		deskId: uuid('desk_id')
			.$type<DeskId>()
			.notNull()
			.references(() => desk.id),
		/** Chosen among the places that the sitting allows. */
		placeId: uuid('place_id')
			.notNull()
			.references(() => place.id),
		/** Who receives at a desk where any one does. */
		receiverId: uuid('receiver_id')
			.$type<PersonId>()
			.references(() => person.id),
		/** Who interprets, where the family needs somebody. */
		interpreterId: uuid('interpreter_id')
			.$type<PersonId>()
			.references(() => person.id),
		standing: text('standing', { enum: standings }).notNull(),
		/** Of an appointment that is asked for: when it comes back to the office without an answer. */
		answerBy: instant('answer_by'),
		/** What was said with a yes or a no to it; null: nothing. */
		answerWords: text('answer_words'),
		startsAt: instant('starts_at').notNull(),
		endsAt: instant('ends_at').notNull(),
		/** Asked for or booked; carried into `appointment_wish`, which it guards. */
		stands: boolean('stands')
			.notNull()
			.generatedAlwaysAs(sql`standing in ('asked', 'booked')`),
		/** The adult who booked or moved it last; nobody where the school did. */
		setBy: uuid('set_by')
			.$type<AdultId>()
			.references(() => adult.id),
		version: version(),
	},
	(table) => [
		unique('appointment_stands').on(table.id, table.stands),
		index('appointment_family').on(table.familyId, table.conferenceId),
		index('appointment_desk').on(table.deskId),
	],
);

/** About whom; with the class under which it was made. */
export const appointmentStudent = pgTable(
	'appointment_student',
	{
		appointmentId: uuid('appointment_id')
			.$type<AppointmentId>()
			.notNull()
			.references(() => appointment.id),
		studentId: uuid('student_id')
			.$type<StudentId>()
			.notNull()
			.references(() => student.id),
		classLabel: text('class_label').notNull(),
	},
	(table) => [primaryKey({ columns: [table.appointmentId, table.studentId] })],
);

/** The wishes that it serves. One wish is served by one standing appointment at the most. */
export const appointmentWish = pgTable(
	'appointment_wish',
	{
		appointmentId: uuid('appointment_id').$type<AppointmentId>().notNull(),
		wishId: uuid('wish_id')
			.$type<WishId>()
			.notNull()
			.references(() => wish.id),
		/** Follows the appointment's. */
		stands: boolean('stands').notNull().default(true),
	},
	(table) => [
		primaryKey({ columns: [table.appointmentId, table.wishId] }),
		foreignKey({
			name: 'appointment_wish_stands',
			columns: [table.appointmentId, table.stands],
			foreignColumns: [appointment.id, appointment.stands],
		}).onUpdate('cascade'),
		uniqueIndex('wish_served_once')
			.on(table.wishId)
			.where(sql`${table.stands}`),
		index('appointment_wish_wish').on(table.wishId),
	],
);

/**
 * Appointments that stood for a wish beside an earlier one when the database began to guard against
 * it. The office settles them: the earlier one serves the wish.
 */
export const appointmentTwice = pgTable('appointment_twice', {
	appointmentId: uuid('appointment_id')
		.$type<AppointmentId>()
		.primaryKey()
		.references(() => appointment.id),
	wishId: uuid('wish_id')
		.$type<WishId>()
		.notNull()
		.references(() => wish.id, { onDelete: 'cascade' }),
});

/** One slot, or several in a row of one sitting. */
export const takenSlot = pgTable(
	'taken_slot',
	{
		appointmentId: uuid('appointment_id')
			.$type<AppointmentId>()
			.notNull()
			.references(() => appointment.id),
		slotId: uuid('slot_id')
			.$type<SlotId>()
			.notNull()
			.references(() => slot.id),
	},
	(table) => [
		primaryKey({ columns: [table.appointmentId, table.slotId] }),
		index('taken_slot_slot').on(table.slotId),
	],
);

/** The adults who come. */
export const appointmentAdult = pgTable(
	'appointment_adult',
	{
		appointmentId: uuid('appointment_id')
			.$type<AppointmentId>()
			.notNull()
			.references(() => appointment.id),
		adultId: uuid('adult_id')
			.$type<AdultId>()
			.notNull()
			.references(() => adult.id),
	},
	(table) => [
		primaryKey({ columns: [table.appointmentId, table.adultId] }),
		index('appointment_adult_adult').on(table.adultId),
	],
);

/** Students who come along; nobody unless the family says so. */
export const appointmentAlong = pgTable(
	'appointment_along',
	{
		appointmentId: uuid('appointment_id')
			.$type<AppointmentId>()
			.notNull()
			.references(() => appointment.id),
		studentId: uuid('student_id')
			.$type<StudentId>()
			.notNull()
			.references(() => student.id),
	},
	(table) => [primaryKey({ columns: [table.appointmentId, table.studentId] })],
);

/** Somebody else who was asked along to one appointment. Name and address are null after erasure. */
export const guest = pgTable(
	'guest',
	{
		id: id(),
		appointmentId: uuid('appointment_id')
			.$type<AppointmentId>()
			.notNull()
			.references(() => appointment.id),
		name: text('name'),
		email: text('email'),
		/** A greater version makes older links void. */
		version: version(),
		withdrawnAt: instant('withdrawn_at'),
	},
	(table) => [index('guest_appointment').on(table.appointmentId)],
);

export const holdKinds = ['hold', 'offer', 'waiting'] as const;

/**
 * Slots kept for a family until a moment: while it finishes (`hold`, one at a time), because the
 * school offers them (`offer`), or because a place became free that it waits for (`waiting`).
 */
export const hold = pgTable(
	'hold',
	{
		id: id(),
		conferenceId: uuid('conference_id')
			.notNull()
			.references(() => conference.id),
		familyId: uuid('family_id')
			.$type<FamilyId>()
			.notNull()
			.references(() => family.id),
		kind: text('kind', { enum: holdKinds }).notNull(),
		/** The adult whose it is alone, in a family from whose adults rights are withdrawn. */
		holderId: uuid('holder_id')
			.$type<AdultId>()
			.references(() => adult.id),
		/** What it keeps, as it was asked for. */
		keeps: jsonb('keeps').$type<KeptAppointment[]>().notNull(),
		since: instant('since').notNull(),
		until: instant('until').notNull(),
	},
	(table) => [
		uniqueIndex('hold_of_family')
			.on(table.conferenceId, table.familyId, sql`coalesce(${table.holderId}, ${table.familyId})`)
			.where(sql`${table.kind} = 'hold'`),
		index('hold_of_any_kind').on(table.familyId),
		index('hold_until').on(table.until),
	],
);

/** A family that waits for a place at a desk that is full. */
export const waiting = pgTable(
	'waiting',
	{
		id: id(),
		conferenceId: uuid('conference_id')
			.notNull()
			.references(() => conference.id),
		wishId: uuid('wish_id')
			.$type<WishId>()
			.notNull()
			.references(() => wish.id, { onDelete: 'cascade' }),
		/** The order of the list. */
		since: instant('since').notNull(),
		/** What is offered to it now. */
		holdId: uuid('hold_id').references(() => hold.id, { onDelete: 'set null' }),
		/** Slots that were offered and not taken: they go to the others. */
		passed: uuid('passed').array().notNull().default([]),
	},
	(table) => [
		uniqueIndex('waiting_wish').on(table.wishId),
		index('waiting_conference').on(table.conferenceId, table.since),
		index('waiting_hold').on(table.holdId),
	],
);

/**
 * Something is taken for a stretch of time, by an appointment or by a hold. `thing` is a desk, a
 * person, an interpreter, an adult (of a teacher who is a parent: the person), or a student who comes
 * along, for its family alone (`along_thing`). No two claims on one thing may overlap unless their occupancy is the same slot; an exclusion
 * constraint in the migrations sees to it.
 */
export const claim = pgTable(
	'claim',
	{
		id: id(),
		kind: text('kind', { enum: ['desk', 'person', 'interpreter', 'adult', 'student'] }).notNull(),
		thing: uuid('thing').notNull(),
		startsAt: instant('starts_at').notNull(),
		endsAt: instant('ends_at').notNull(),
		occupancy: uuid('occupancy')
			.$type<SlotId>()
			.notNull()
			.references(() => slot.id),
		/** Which seat of the slot, for a desk's claim. */
		seat: smallint('seat'),
		/** Its owner: the one or the other. */
		appointmentId: uuid('appointment_id')
			.$type<AppointmentId>()
			.references(() => appointment.id),
		holdId: uuid('hold_id').references(() => hold.id),
	},
	(table) => [
		// The exclusion's own index does not look up many things at once.
		index('claim_thing').on(table.thing),
		index('claim_appointment').on(table.appointmentId),
		index('claim_hold').on(table.holdId),
		uniqueIndex('claim_seat')
			.on(table.occupancy, table.seat)
			.where(sql`${table.kind} = 'desk'`),
	],
);

/** One recorded change of consequence: ids and facts, no names. */
export const act = pgTable(
	'act',
	{
		id: id(),
		at: instant('at').notNull(),
		actorKind: text('actor_kind').notNull(),
		actorId: uuid('actor_id'),
		conferenceId: uuid('conference_id').references(() => conference.id),
		kind: text('kind').notNull(),
		/** Given by the one who acts; the same key means the same act. */
		key: text('key'),
		before: jsonb('before'),
		after: jsonb('after'),
		undoneBy: uuid('undone_by'),
		/** A digest of what was asked for with the key: the same key with something else is refused. */
		request: text('request'),
	},
	(table) => [
		index('act_conference').on(table.conferenceId, table.at),
		uniqueIndex('act_key')
			.on(table.actorId, table.key)
			.where(sql`${table.key} is not null`),
	],
);
