import { and, asc, eq, inArray, isNull, sql } from 'drizzle-orm';
import type { Channel } from '../../core/lists/register-lists';
import { may, type Actor } from '../../core/permissions/may';
import type { App } from '../app';
import type { Transaction } from '../database/connect';
import { EXCLUSION_VIOLATION, postgresError } from '../database/errors';
import { inTransaction } from '../database/transaction';
import {
	adult,
	family,
	familyAdult,
	familyStudent,
	invitation,
	person,
	student,
} from '../database/schema';
import { newId } from '../identifiers';
import { invitationLink } from '../invitations/links';
import { invite } from '../invitations/visitors';
import { homeLabel } from '../people/class-labels';
import { byName } from '../people/name-order';
import { fullName } from '../people/names';
import { ForbiddenError } from '../permissions/forbidden';
import { beginRegisterAct } from './register-act';

export interface AdultInput {
	readonly givenName: string;
	readonly familyName: string;
	readonly email: string;
	readonly telephone: string;
	readonly language: string;
	readonly channel: Channel;
	/** The teacher who this adult is as well; empty for none. */
	readonly personId: string;
}

export interface AdultLine extends AdultInput {
	readonly id: string;
	readonly version: number;
	readonly privateLink: string | null;
}

export interface FamilyInput {
	readonly label: string;
	readonly address: string;
	readonly interpreter: string;
	readonly stepFree: boolean;
}

export interface FamilyPage extends FamilyInput {
	readonly id: string;
	readonly version: number;
	readonly hasLeft: boolean;
	readonly adults: readonly AdultLine[];
	readonly students: readonly {
		readonly id: string;
		readonly name: string;
		readonly classLabel: string;
		/** Also in another household. */
		readonly others: readonly { readonly id: string; readonly label: string }[];
	}[];
}

/** One family, or `null`. */
export async function readFamily(
	{ db, config }: Pick<App, 'db' | 'config'>,
	actor: Actor,
	id: string,
): Promise<FamilyPage | null> {
	if (!may(actor, 'register.see')) throw new ForbiddenError();
	const [row] = await db.select().from(family).where(eq(family.id, id));
	if (!row) return null;
	const seesLinks = may(actor, 'links.see');
	const [adults, students] = await Promise.all([
		db
			.select({ adult, invitation })
			.from(familyAdult)
			.innerJoin(adult, and(eq(adult.id, familyAdult.adultId), isNull(adult.leftAt)))
			.leftJoin(invitation, and(eq(invitation.adultId, adult.id), isNull(invitation.revokedAt)))
			.where(eq(familyAdult.familyId, id))
			.orderBy(asc(adult.id)),
		db
			.select({ student, label: homeLabel })
			.from(familyStudent)
			.innerJoin(student, and(eq(student.id, familyStudent.studentId), isNull(student.leftAt)))
			.where(eq(familyStudent.familyId, id))
			.orderBy(asc(student.id)),
	]);
	const elsewhere = students.length
		? await db
				.select({ student: familyStudent.studentId, id: family.id, label: family.label })
				.from(familyStudent)
				.innerJoin(family, and(eq(family.id, familyStudent.familyId), isNull(family.leftAt)))
				.where(
					and(
						inArray(
							familyStudent.studentId,
							students.map(({ student }) => student.id),
						),
						sql`${family.id} <> ${id}`,
					),
				)
		: [];
	return {
		id,
		version: row.version,
		hasLeft: row.leftAt !== null,
		label: row.label ?? '',
		address: row.address ?? '',
		interpreter: row.interpreter ?? '',
		stepFree: row.stepFree,
		adults: adults.map(({ adult: row, invitation }) => ({
			id: row.id,
			version: row.version,
			channel: row.channel,
			givenName: row.givenName ?? '',
			familyName: row.familyName ?? '',
			email: row.email ?? '',
			telephone: row.telephone ?? '',
			language: row.language ?? '',
			personId: row.personId ?? '',
			privateLink:
				seesLinks && invitation ? invitationLink(config.origin, config.key, invitation) : null,
		})),
		students: students.map(({ student: row, label }) => ({
			id: row.id,
			name: fullName(row),
			classLabel: label ?? row.yearGroup,
			others: elsewhere
				.filter((other) => other.student === row.id)
				.map(({ id, label }) => ({ id, label: label ?? '' })),
		})),
	};
}

/** Changes what a family is called and needs. `version` is the one that the editor saw. */
export async function changeFamily(
	{ db, clock }: Pick<App, 'db' | 'clock'>,
	actor: Actor,
	{ id, version }: { readonly id: string; readonly version: number },
	{ label, address, interpreter, stepFree }: FamilyInput,
): Promise<'changed' | 'changed-meanwhile'> {
	if (!may(actor, 'register.change')) throw new ForbiddenError();
	return inTransaction(db, async (tx) => {
		await beginRegisterAct(tx, clock, { actor, kind: 'register.changed', after: { family: id } });
		const changed = await tx
			.update(family)
			.set({
				label,
				address: address || null,
				interpreter: interpreter || null,
				stepFree,
				version: version + 1,
			})
			.where(and(eq(family.id, id), eq(family.version, version)))
			.returning();
		return changed.length ? 'changed' : 'changed-meanwhile';
	});
}

/** `teacher-busy`: as a teacher the adult is taken at the time of one of its own appointments. */
export type AdultChange = 'changed' | 'changed-meanwhile' | 'teacher-taken' | 'teacher-busy';

/** Changes an adult of a family; with `id` null, adds one. */
export async function changeAdult(
	{ db, clock }: Pick<App, 'db' | 'clock'>,
	actor: Actor,
	familyId: string,
	target: { readonly id: string; readonly version: number } | null,
	{ givenName, familyName, email, telephone, language, channel, personId }: AdultInput,
): Promise<AdultChange> {
	if (!may(actor, 'register.change')) throw new ForbiddenError();
	const change = async (tx: Transaction): Promise<AdultChange> => {
		const id = target?.id ?? newId(clock);
		await beginRegisterAct(tx, clock, { actor, kind: 'register.changed', after: { adult: id } });
		const [linked] = personId
			? await tx.select({ id: adult.id }).from(adult).where(eq(adult.personId, personId))
			: [];
		if (linked && linked.id !== id) return 'teacher-taken';
		const values = {
			givenName: givenName || null,
			familyName: familyName || null,
			channel,
			email: email || null,
			telephone: telephone || null,
			language: language || null,
			personId: personId || null,
		};
		if (target === null) {
			await tx.insert(adult).values({ id, ...values });
			await tx.insert(familyAdult).values({ familyId, adultId: id });
			await invite(tx, clock, { adultId: id });
			return 'changed';
		}
		await moveAdultClaims(tx, id, personId || null);
		const changed = await tx
			.update(adult)
			.set({ ...values, version: target.version + 1 })
			.where(and(eq(adult.id, id), eq(adult.version, target.version)))
			.returning();
		return changed.length ? 'changed' : 'changed-meanwhile';
	};
	try {
		return await inTransaction(db, change);
	} catch (error) {
		if (postgresError(error)?.code === EXCLUSION_VIOLATION) return 'teacher-busy';
		throw error;
	}
}

/**
 * What claims an adult claims the person who it is as well: the claims of its appointments go along
 * with the link. The database refuses when the person is taken at one of these times already.
 */
export async function moveAdultClaims(
	tx: Transaction,
	adultId: string,
	personId: string | null,
): Promise<void> {
	await tx.execute(sql`
		update claim set thing = ${personId ?? adultId}
		from adult, appointment_adult
		where adult.id = ${adultId} and appointment_adult.adult_id = adult.id
			and claim.appointment_id = appointment_adult.appointment_id and claim.kind = 'adult'
			and claim.thing = coalesce(adult.person_id, adult.id)
			and claim.thing <> ${personId ?? adultId}`);
}

/** Teachers who may be a parent here, too, for choosing. */
export async function peopleToLink(
	{ db }: Pick<App, 'db'>,
	actor: Actor,
): Promise<{ id: string; name: string }[]> {
	if (!may(actor, 'register.see')) throw new ForbiddenError();
	const rows = await db
		.select()
		.from(person)
		.where(isNull(person.leftAt))
		.orderBy(byName(person.familyName));
	return rows.map((row) => ({ id: row.id, name: fullName(row) }));
}
