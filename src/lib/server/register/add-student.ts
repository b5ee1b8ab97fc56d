import { and, eq, isNull, sql } from 'drizzle-orm';
import { plainLabel, yearOfClass } from '../../core/lists/class-label';
import { may, type Actor } from '../../core/permissions/may';
import type { App } from '../app';
import type { Clock } from '../clock';
import type { Transaction } from '../database/connect';
import { inTransaction } from '../database/transaction';
import {
	adult,
	enrolment,
	family,
	familyAdult,
	familyStudent,
	school,
	schoolClass,
	student,
} from '../database/schema';
import { newId } from '../identifiers';
import { invite } from '../invitations/visitors';
import { ForbiddenError } from '../permissions/forbidden';
import { deriveWishesAgain } from '../visits/derive-wishes-again';
import type { AdultInput } from './edit-family';
import { beginRegisterAct } from './register-act';

export interface NewStudent {
	readonly givenName: string;
	readonly familyName: string;
	/** Empty: it follows the class. */
	readonly yearGroup: string;
	/** As people write it; a class that is not there yet is made. Empty for none. */
	readonly class: string;
	/** Whether it was said that this is not the student of the same name. */
	readonly isAnother: boolean;
}

/** Where a new student lives: with a family that is known, or with a new one. */
export type NewHome =
	| { readonly familyId: string }
	| {
			readonly address: string;
			readonly adult: Omit<AdultInput, 'personId' | 'channel'>;
	  };

export type AddedStudent =
	| { readonly ok: true; readonly student: string; readonly family: string }
	| { readonly ok: false; readonly reason: 'namesake' | 'no-family' };

/**
 * A student by hand, with a new family or in a known one. `namesake`: somebody of this name is at the school;
 * it must be said that this is another one.
 */
export async function addStudent(
	{ db, clock }: Pick<App, 'db' | 'clock'>,
	actor: Actor,
	added: NewStudent,
	home: NewHome,
): Promise<AddedStudent> {
	if (!may(actor, 'register.change')) throw new ForbiddenError();
	return inTransaction(db, async (tx): Promise<AddedStudent> => {
		const id = newId(clock);
		await beginRegisterAct(tx, clock, { actor, kind: 'register.changed', after: { student: id } });
		if (!added.isAnother && (await hasNamesake(tx, added)))
			return { ok: false, reason: 'namesake' };
		const familyId =
			'familyId' in home
				? await knownFamily(tx, home.familyId)
				: await addFamily(tx, clock, added.familyName, home);
		if (!familyId) return { ok: false, reason: 'no-family' };
		const label = added.class;
		const yearGroup =
			added.yearGroup || (label ? yearOfClass(label, { yearGroup: '', label: null }) : '');
		const { givenName, familyName } = added;
		await tx.insert(student).values({ id, givenName: givenName || null, familyName, yearGroup });
		await tx.insert(familyStudent).values({ familyId, studentId: id });
		if (label)
			await tx
				.insert(enrolment)
				.values({ classId: await classOf(tx, clock, label), studentId: id, home: true });
		await deriveWishesAgain(tx, { clock });
		return { ok: true, student: id, family: familyId };
	});
}

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
