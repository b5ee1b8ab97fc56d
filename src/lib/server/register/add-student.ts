import { and, eq, isNull, sql } from 'drizzle-orm';
import { plainLabel, yearOfClass } from '../../core/register/class-label';
import { studentAdd, type NewHome, type NewStudent } from '../../operations/register';
import type { Clock } from '../foundation/clock';
import type { Transaction } from '../foundation/database/connect';
import {
	adult,
	enrolment,
	family,
	familyAdult,
	familyStudent,
	school,
	schoolClass,
	student,
} from '../foundation/database/schema';
import { newId } from '../foundation/identifiers';
import { invite } from '../invitations/visitors';
import { performs } from '../foundation/runner/perform';
import { lockRegisterFor } from './lock-register';

/** A student by hand, with a new family or in a known one. */
export const addStudent = performs(studentAdd).by({
	lock: lockRegisterFor,
	async work({ tx, clock, input: { student: added, home } }) {
		if (!added.isAnother && (await hasNamesake(tx, added)))
			return { refused: { reason: 'namesake' } };
		const familyId =
			'familyId' in home
				? await knownFamily(tx, home.familyId)
				: await addFamily(tx, clock, added.familyName, home);
		if (!familyId) return { refused: { reason: 'no-family' } };
		const { givenName, familyName, class: label } = added;
		const yearGroup =
			added.yearGroup || (label ? yearOfClass(label, { yearGroup: '', label: null }) : '');
		const id = newId(clock);
		await tx.insert(student).values({ id, givenName: givenName || null, familyName, yearGroup });
		await tx.insert(familyStudent).values({ familyId, studentId: id });
		if (label)
			await tx
				.insert(enrolment)
				.values({ classId: await classOf(tx, clock, label), studentId: id, home: true });
		return {
			done: { student: id, family: familyId },
			act: { kind: 'register.regrouped', after: { student: id } },
		};
	},
});

async function hasNamesake(
	tx: Transaction,
	{ givenName, familyName }: NewStudent,
): Promise<boolean> {
	const [namesake] = await tx
		.select({ id: student.id })
		.from(student)
		.where(
			and(
				isNull(student.leftAt),
				sql`search_text(concat_ws(' ', ${student.givenName}, ${student.familyName}))
					= search_text(${[givenName, familyName].filter(Boolean).join(' ')})`,
			),
		)
		.limit(1);
	return namesake !== undefined;
}

async function knownFamily(tx: Transaction, id: string): Promise<string | null> {
	const [known] = await tx
		.select({ id: family.id })
		.from(family)
		.where(and(eq(family.id, id), isNull(family.leftAt)));
	return known?.id ?? null;
}

async function addFamily(
	tx: Transaction,
	clock: Clock,
	label: string,
	{ address, adult: typed }: Exclude<NewHome, { familyId: string }>,
): Promise<string> {
	const [familyId, adultId] = [newId(clock), newId(clock)];
	await tx.insert(family).values({ id: familyId, label, address: address || null });
	await tx.insert(adult).values({
		id: adultId,
		givenName: typed.givenName || null,
		familyName: typed.familyName || null,
		email: typed.email || null,
		telephone: typed.telephone || null,
		language: typed.language || null,
	});
	await tx.insert(familyAdult).values({ familyId, adultId });
	await invite(tx, clock, { adultId });
	return familyId;
}

/** The class of this label in the running school year; made if it is not there. */
async function classOf(tx: Transaction, clock: Clock, label: string): Promise<string> {
	const [running] = await tx.select().from(school);
	const schoolYear = running?.schoolYear ?? '';
	const known = await tx.select().from(schoolClass).where(eq(schoolClass.schoolYear, schoolYear));
	const same = known.find((row) => plainLabel(row.label) === plainLabel(label));
	if (same) return same.id;
	const id = newId(clock);
	await tx.insert(schoolClass).values({ id, label, schoolYear });
	return id;
}
