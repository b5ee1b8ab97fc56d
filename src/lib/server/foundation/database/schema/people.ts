import type { AdultId, FamilyId, PersonId, StudentId } from '../../../../core/ids';
import type { Holiday } from '../../../../core/calendars/read-holidays';
import type { Hex } from '../../../../core/look/oklch';
import { toldChoices } from '../../../../core/notices/kinds';
import { sql } from 'drizzle-orm';
import {
	bigserial,
	boolean,
	index,
	integer,
	jsonb,
	pgTable,
	pgView,
	primaryKey,
	smallint,
	text,
	uniqueIndex,
	uuid,
} from 'drizzle-orm/pg-core';
import { account } from './accounts';
import { bytea, id, instant, version } from './columns';
import { conference } from './conferences';

/** One school in one database: this table has one row. */
export const school = pgTable('school', {
	id: id(),
	name: text('name').notNull(),
	timeZone: text('time_zone').notNull(),
	/** For families and teachers who need help. */
	telephone: text('telephone'),
	/** Of the school year that runs, as people say it: `2026/27`. */
	schoolYear: text('school_year').notNull(),
	/** As its office gave it, `#4f6b2a`; null: the program's own. */
	colour: text('colour').$type<Hex>(),
	/** What families read first. */
	welcome: text('welcome').notNull().default(''),
	/** Where letters to it go, in lines. */
	postalAddress: text('postal_address').notNull().default(''),
	/** When its office can be reached, in its words. */
	officeHours: text('office_hours').notNull().default(''),
	/** Origins of the school's own sites, on whose pages a conference may stand in a frame. */
	frameSites: text('frame_sites').array().notNull().default([]),
	/** Out of the calendar file that the office gave last. */
	holidays: jsonb('holidays').$type<Holiday[]>().notNull().default([]),
	version: version(),
});

/** The school's logo, as it was made small; everybody may see it. */
export const schoolLogo = pgTable('school_logo', {
	schoolId: uuid('school_id')
		.primaryKey()
		.references(() => school.id),
	png: bytea('png').notNull(),
	/** Of the picture, in its address. */
	digest: text('digest').notNull(),
	/** Pixels. */
	width: smallint('width').notNull(),
	height: smallint('height').notNull(),
	/** Whether it can be seen on the ground of a theme; where not, it stands on a plate. */
	showsByDay: boolean('shows_by_day').notNull(),
	showsInTheDark: boolean('shows_in_the_dark').notNull(),
});

/** One human being of the school's side. Names are null after erasure. */
export const person = pgTable('person', {
	id: id().$type<PersonId>(),
	title: text('title'),
	givenName: text('given_name'),
	familyName: text('family_name'),
	/** The key that the school's own lists use. */
	key: text('key').unique(),
	email: text('email'),
	/** When somebody opened a link that was sent to the address. */
	emailConfirmedAt: instant('email_confirmed_at'),
	telephone: text('telephone'),
	pin: text('pin'),
	subjects: text('subjects').array().notNull().default([]),
	/** The usual room and its building, as the school calls them. */
	room: text('room'),
	building: text('building'),
	/** The usual video link. */
	link: text('link'),
	isTeacher: boolean('is_teacher').notNull().default(false),
	isInterpreter: boolean('is_interpreter').notNull().default(false),
	/** Of an interpreter. */
	languages: text('languages').array().notNull().default([]),
	/** When an interpreter can come, in the school's words. */
	hours: text('hours'),
	/** Of what the person wants to be told: a summary and changes, changes alone, or nothing. */
	told: text('told', { enum: toldChoices }).notNull().default('all'),
	accountId: uuid('account_id')
		.unique()
		.references(() => account.id, { onDelete: 'set null' }),
	leftAt: instant('left_at'),
	version: version(),
});

/** A person's picture, as it was made small; it shows where families choose and meet that person. */
export const personPicture = pgTable('person_picture', {
	personId: uuid('person_id')
		.$type<PersonId>()
		.primaryKey()
		.references(() => person.id),
	webp: bytea('webp').notNull(),
	/** Part of its address, which nobody can guess. */
	digest: text('digest').notNull(),
});

/** An adult of one or more families; a teacher who is a parent is linked to the person. */
export const adult = pgTable('adult', {
	id: id().$type<AdultId>(),
	personId: uuid('person_id')
		.$type<PersonId>()
		.unique()
		.references(() => person.id),
	givenName: text('given_name'),
	familyName: text('family_name'),
	key: text('key').unique(),
	email: text('email'),
	/** The address that the adult asked for, until it is proved, and when. */
	emailWanted: text('email_wanted'),
	emailWantedAt: instant('email_wanted_at'),
	/** The address that a mail server did not take. */
	emailRefused: text('email_refused'),
	telephone: text('telephone'),
	language: text('language'),
	/** How the adult wants to be told. */
	channel: text('channel', { enum: ['email', 'text', 'telephone', 'paper'] })
		.notNull()
		.default('email'),
	/** Made up for a trial run of this conference; goes with it. Counts as left everywhere else. */
	trialOf: uuid('trial_of').references(() => conference.id),
	leftAt: instant('left_at'),
	version: version(),
});

/** One household. */
export const family = pgTable('family', {
	id: id().$type<FamilyId>(),
	/** What the office calls it. */
	label: text('label'),
	address: text('address'),
	/** The language for which an interpreter is needed. */
	interpreter: text('interpreter'),
	stepFree: boolean('step_free').notNull().default(false),
	/** Made up for a trial run of this conference; goes with it. Counts as left everywhere else. */
	trialOf: uuid('trial_of').references(() => conference.id),
	leftAt: instant('left_at'),
	version: version(),
});

export const student = pgTable('student', {
	id: id().$type<StudentId>(),
	givenName: text('given_name'),
	familyName: text('family_name'),
	key: text('key').unique(),
	yearGroup: text('year_group').notNull(),
	/** Made up for a trial run of this conference; goes with it. Counts as left everywhere else. */
	trialOf: uuid('trial_of').references(() => conference.id),
	leftAt: instant('left_at'),
	version: version(),
});

export const familyAdult = pgTable(
	'family_adult',
	{
		familyId: uuid('family_id')
			.$type<FamilyId>()
			.notNull()
			.references(() => family.id),
		adultId: uuid('adult_id')
			.$type<AdultId>()
			.notNull()
			.references(() => adult.id),
	},
	(table) => [
		primaryKey({ columns: [table.familyId, table.adultId] }),
		index('family_adult_adult').on(table.adultId),
	],
);

export const familyStudent = pgTable(
	'family_student',
	{
		familyId: uuid('family_id')
			.$type<FamilyId>()
			.notNull()
			.references(() => family.id),
		studentId: uuid('student_id')
			.$type<StudentId>()
			.notNull()
			.references(() => student.id),
	},
	(table) => [
		primaryKey({ columns: [table.familyId, table.studentId] }),
		index('family_student_student').on(table.studentId),
	],
);

export const schoolClass = pgTable(
	'class',
	{
		id: id(),
		schoolYear: text('school_year').notNull(),
		label: text('label').notNull(),
		key: text('key'),
		version: version(),
	},
	(table) => [uniqueIndex('class_key').on(table.schoolYear, table.key)],
);

/** Who teaches what in a class. */
export const classTeacher = pgTable(
	'class_teacher',
	{
		classId: uuid('class_id')
			.notNull()
			.references(() => schoolClass.id),
		personId: uuid('person_id')
			.$type<PersonId>()
			.notNull()
			.references(() => person.id),
		subject: text('subject').notNull(),
	},
	(table) => [primaryKey({ columns: [table.classId, table.personId, table.subject] })],
);

export const enrolment = pgTable(
	'enrolment',
	{
		classId: uuid('class_id')
			.notNull()
			.references(() => schoolClass.id),
		studentId: uuid('student_id')
			.$type<StudentId>()
			.notNull()
			.references(() => student.id),
		/** The class by which the student is known. */
		home: boolean('home').notNull().default(false),
	},
	(table) => [
		primaryKey({ columns: [table.classId, table.studentId] }),
		index('enrolment_student').on(table.studentId),
	],
);

/** A private way in for one adult or one person. The link's secret is computed, never stored. */
export const invitation = pgTable('invitation', {
	id: id(),
	adultId: uuid('adult_id')
		.$type<AdultId>()
		.unique()
		.references(() => adult.id),
	personId: uuid('person_id')
		.$type<PersonId>()
		.unique()
		.references(() => person.id),
	/** A greater version makes older links void. */
	version: integer('version').notNull().default(1),
	/** When somebody last came in by it. */
	openedAt: instant('opened_at'),
	revokedAt: instant('revoked_at'),
});

/**
 * A family's code for paper. The code is computed like a link's secret; only a keyed digest of it is
 * kept, by which it is found.
 */
export const familyCode = pgTable('family_code', {
	familyId: uuid('family_id')
		.$type<FamilyId>()
		.primaryKey()
		.references(() => family.id),
	version: integer('version').notNull().default(1),
	digest: text('digest').notNull().unique(),
});

/** The code of one adult, where something is withdrawn in the family and none is common to it. */
export const adultCode = pgTable('adult_code', {
	adultId: uuid('adult_id')
		.$type<AdultId>()
		.primaryKey()
		.references(() => adult.id),
	version: integer('version').notNull().default(1),
	digest: text('digest').notNull().unique(),
});

/** What an adult may not, about a student. Without a row everything is allowed. */
export const adultRight = pgTable(
	'adult_right',
	{
		adultId: uuid('adult_id')
			.$type<AdultId>()
			.notNull()
			.references(() => adult.id),
		studentId: uuid('student_id')
			.$type<StudentId>()
			.notNull()
			.references(() => student.id),
		mayBook: boolean('may_book').notNull(),
		maySee: boolean('may_see').notNull(),
		isTold: boolean('is_told').notNull(),
	},
	(table) => [primaryKey({ columns: [table.adultId, table.studentId] })],
);

/** Two families that must not be at the school at the same time. */
export const keptApart = pgTable(
	'kept_apart',
	{
		familyId: uuid('family_id')
			.$type<FamilyId>()
			.notNull()
			.references(() => family.id),
		otherFamilyId: uuid('other_family_id')
			.$type<FamilyId>()
			.notNull()
			.references(() => family.id),
		/** Between the end of one visit and the start of the other. */
		marginMinutes: smallint('margin_minutes').notNull(),
	},
	(table) => [primaryKey({ columns: [table.familyId, table.otherFamilyId] })],
);

/** The same as each of the two families sees it. */
export const apartFrom = pgView('apart_from', {
	familyId: uuid('family_id').$type<FamilyId>().notNull(),
	otherFamilyId: uuid('other_family_id').$type<FamilyId>().notNull(),
	marginMinutes: smallint('margin_minutes').notNull(),
}).as(sql`
	select family_id, other_family_id, margin_minutes from kept_apart
	union all
	select other_family_id, family_id, margin_minutes from kept_apart`);

/** Who sees whom against what follows from classes. */
export const meetingException = pgTable(
	'meeting_exception',
	{
		studentId: uuid('student_id')
			.$type<StudentId>()
			.notNull()
			.references(() => student.id),
		personId: uuid('person_id')
			.$type<PersonId>()
			.notNull()
			.references(() => person.id),
		/** True: this teacher, too. False: not this teacher. */
		meets: boolean('meets').notNull(),
	},
	(table) => [primaryKey({ columns: [table.studentId, table.personId] })],
);

/** What the columns of a list meant when it was last read. */
export const columnMemory = pgTable('column_memory', {
	/** The headings, plain, in their order. */
	signature: text('signature').primaryKey(),
	kind: text('kind').notNull(),
	columns: jsonb('columns').$type<(string | null)[]>().notNull(),
});

/**
 * What an act did to rows of the register, so that it can be undone. Written by triggers while the
 * setting `ten_chairs.act` names the act; holds people's data and is erased with them.
 */
export const registerChange = pgTable(
	'register_change',
	{
		order: bigserial('order', { mode: 'number' }).primaryKey(),
		actId: uuid('act_id').notNull(),
		table: text('table_name').notNull(),
		before: jsonb('before'),
		after: jsonb('after'),
	},
	(table) => [index('register_change_act').on(table.actId)],
);
