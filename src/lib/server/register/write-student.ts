import { eq } from 'drizzle-orm';
import { plainLabel, yearOfClass } from '../../core/register/class-label';
import type { Clock } from '../foundation/clock';
import type { Reader, Transaction } from '../foundation/database/connect';
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
import { byName } from './name-order';

/** An adult as somebody has typed it; empty for what is not known. */
interface TypedAdult {
	readonly givenName: string;
	readonly familyName: string;
	readonly email: string;
	readonly telephone: string;
	readonly language: string;
}

/** Makes a family with one adult, who gets a private link. */
export async function writeFamily(
	tx: Transaction,
	clock: Clock,
	{ label, address, adult: typed }: { label: string; address: string; adult: TypedAdult },
): Promise<{ familyId: string; adultId: string }> {
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
	return { familyId, adultId };
}

/** Makes a student of a family, in a class if it has one; returns its id. */
export async function writeStudent(
	tx: Transaction,
	clock: Clock,
	familyId: string,
	added: {
		readonly givenName: string;
		readonly familyName: string;
		/** The id of the class and its label. */
		readonly class: { readonly id: string; readonly label: string } | null;
		/** Empty: as the class says. */
		readonly yearGroup: string;
	},
): Promise<string> {
	const { givenName, familyName, class: home } = added;
	const yearGroup =
		added.yearGroup || (home ? yearOfClass(home.label, { yearGroup: '', label: null }) : '');
	const id = newId(clock);
	await tx.insert(student).values({ id, givenName: givenName || null, familyName, yearGroup });
	await tx.insert(familyStudent).values({ familyId, studentId: id });
	if (home) await tx.insert(enrolment).values({ classId: home.id, studentId: id, home: true });
	return id;
}

/** The classes of the running school year, as people look for them. */
export async function classesNow(db: Reader): Promise<{ id: string; label: string }[]> {
	return db
		.select({ id: schoolClass.id, label: schoolClass.label })
		.from(schoolClass)
		.innerJoin(school, eq(school.schoolYear, schoolClass.schoolYear))
		.orderBy(byName(schoolClass.label), schoolClass.id);
}

/** The one of some classes that is meant by a label, however it is written. */
export const classMeant = <C extends { readonly label: string }>(
	classes: readonly C[],
	label: string,
): C | undefined => classes.find((one) => plainLabel(one.label) === plainLabel(label));
