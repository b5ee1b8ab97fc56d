import { index, integer, pgTable, primaryKey, text, uuid } from 'drizzle-orm/pg-core';
import { account } from './accounts';
import { id, instant, version } from './columns';

/** One school in one database: this table has one row. */
export const school = pgTable('school', {
	id: id(),
	name: text('name').notNull(),
	timeZone: text('time_zone').notNull(),
	/** Of the school year that runs, as people say it: `2026/27`. */
	schoolYear: text('school_year').notNull(),
	version: version(),
});

/** One human being of the school's side. Names are null after erasure. */
export const person = pgTable('person', {
	id: id(),
	title: text('title'),
	givenName: text('given_name'),
	familyName: text('family_name'),
	accountId: uuid('account_id')
		.unique()
		.references(() => account.id, { onDelete: 'set null' }),
	leftAt: instant('left_at'),
	version: version(),
});

/** An adult of one or more families; a teacher who is a parent is linked to the person. */
export const adult = pgTable('adult', {
	id: id(),
	personId: uuid('person_id')
		.unique()
		.references(() => person.id),
	givenName: text('given_name'),
	familyName: text('family_name'),
	leftAt: instant('left_at'),
	version: version(),
});

/** One household. */
export const family = pgTable('family', {
	id: id(),
	/** What the office calls it. */
	label: text('label'),
	leftAt: instant('left_at'),
	version: version(),
});

export const student = pgTable('student', {
	id: id(),
	givenName: text('given_name'),
	familyName: text('family_name'),
	yearGroup: text('year_group').notNull(),
	leftAt: instant('left_at'),
	version: version(),
});

export const familyAdult = pgTable(
	'family_adult',
	{
		familyId: uuid('family_id')
			.notNull()
			.references(() => family.id),
		adultId: uuid('adult_id')
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
			.notNull()
			.references(() => family.id),
		studentId: uuid('student_id')
			.notNull()
			.references(() => student.id),
	},
	(table) => [
		primaryKey({ columns: [table.familyId, table.studentId] }),
		index('family_student_student').on(table.studentId),
	],
);

export const schoolClass = pgTable('class', {
	id: id(),
	schoolYear: text('school_year').notNull(),
	label: text('label').notNull(),
	version: version(),
});

/** Who teaches what in a class. */
export const classTeacher = pgTable(
	'class_teacher',
	{
		classId: uuid('class_id')
			.notNull()
			.references(() => schoolClass.id),
		personId: uuid('person_id')
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
			.notNull()
			.references(() => student.id),
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
		.unique()
		.references(() => adult.id),
	personId: uuid('person_id')
		.unique()
		.references(() => person.id),
	/** A greater version makes older links void. */
	version: integer('version').notNull().default(1),
	revokedAt: instant('revoked_at'),
});
