import { and, asc, eq, inArray, isNull, sql } from 'drizzle-orm';
import { may, type Actor } from '../../core/permissions/may';
import {
	adultChange,
	familyChange,
	type AdultInput,
	type FamilyInput,
} from '../../operations/register';
import type { App } from '../app';
import type { Transaction } from '../foundation/database/connect';
import { EXCLUSION_VIOLATION, postgresError } from '../foundation/database/errors';
import {
	adult,
	family,
	familyAdult,
	familyStudent,
	invitation,
	person,
	student,
} from '../foundation/database/schema';
import { newId } from '../foundation/identifiers';
import { invitationLink } from '../invitations/links';
import { invite } from '../invitations/visitors';
import { homeLabel } from './class-labels';
import { byName } from './name-order';
import { fullName } from './names';
import { ForbiddenError } from '../foundation/forbidden';
import { performs } from '../foundation/runner/perform';
import { lockRegisterFor } from './lock-register';

export interface AdultLine extends AdultInput {
	readonly id: string;
	readonly version: number;
	readonly privateLink: string | null;
	/** When somebody last came in by it; milliseconds. */
	readonly linkOpenedAt: number | null;
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
			linkOpenedAt: invitation?.openedAt ?? null,
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

/** Changes what a family is called and needs. */
export const changeFamily = performs(familyChange).by({
	lock: lockRegisterFor,
	async work({ tx, input: { id, version, label, address, interpreter, stepFree } }) {
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
		if (changed.length === 0) return { refused: { reason: 'changed-meanwhile' } };
		return { done: {}, act: { kind: 'register.changed', after: { family: id } } };
	},
});

/** Changes an adult of a family; with `id` null, adds one. */
export const changeAdult = performs(adultChange).by({
	lock: lockRegisterFor,
	async work({ tx, clock, input: { family: familyId, version, ...typed } }) {
		const id = typed.id ?? newId(clock);
		const { personId, channel } = typed;
		const [linked] = personId
			? await tx.select({ id: adult.id }).from(adult).where(eq(adult.personId, personId))
			: [];
		if (linked && linked.id !== id) return { refused: { reason: 'teacher-taken' } };
		const values = {
			givenName: typed.givenName || null,
			familyName: typed.familyName || null,
			channel,
			email: typed.email || null,
			telephone: typed.telephone || null,
			language: typed.language || null,
			personId: personId || null,
		};
		const act = { kind: 'register.changed', after: { adult: id } } as const;
		if (typed.id === null) {
			await tx.insert(adult).values({ id, ...values });
			await tx.insert(familyAdult).values({ familyId, adultId: id });
			await invite(tx, clock, { adultId: id });
			return { done: {}, act };
		}
		await moveAdultClaims(tx, id, personId || null);
		const changed = await tx
			.update(adult)
			.set({ ...values, version: version + 1 })
			.where(and(eq(adult.id, id), eq(adult.version, version)))
			.returning();
		return changed.length ? { done: {}, act } : { refused: { reason: 'changed-meanwhile' } };
	},
	lost: async (_, error) =>
		postgresError(error)?.code === EXCLUSION_VIOLATION
			? { ok: false, reason: 'teacher-busy' }
			: null,
});

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
