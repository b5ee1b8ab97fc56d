import { and, eq, inArray, isNotNull, isNull } from 'drizzle-orm';
import { may, type Actor } from '../../core/permissions/may';
import { recordAct } from '../acts/record-act';
import type { App } from '../app';
import { inTransaction } from '../database/transaction';
import type { Transaction } from '../database/connect';
import { dropHoldsOf } from '../booking/held-claims';
import { lockFamily } from '../booking/lock-visit';
import { touchConference } from '../conferences/touch-conference';
import {
	adultRight,
	apartFrom,
	conference,
	familyAdult,
	familyStudent,
	keptApart,
} from '../database/schema';
import { ForbiddenError } from '../permissions/forbidden';
import { describeFamily, type FoundFamily } from '../register/find-families';

/** What an adult may, about one student. */
export interface AdultRight {
	readonly adult: string;
	readonly student: string;
	readonly mayBook: boolean;
	readonly maySee: boolean;
	readonly isTold: boolean;
}

export interface FamilySafety {
	/** For each adult and student of the family. */
	readonly rights: readonly AdultRight[];
	readonly apart: readonly { readonly family: FoundFamily; readonly margin: number }[];
}

/** What the few who may know see of a family; `null` for everybody else. */
export async function familySafety(
	{ db }: Pick<App, 'db'>,
	actor: Actor,
	familyId: string,
): Promise<FamilySafety | null> {
	if (!may(actor, 'safety.see')) return null;
	const pairs = await db
		.select({ adult: familyAdult.adultId, student: familyStudent.studentId })
		.from(familyAdult)
		.innerJoin(familyStudent, eq(familyStudent.familyId, familyAdult.familyId))
		.where(eq(familyAdult.familyId, familyId));
	const known = await db
		.select()
		.from(adultRight)
		.where(
			inArray(
				adultRight.adultId,
				pairs.map(({ adult }) => adult),
			),
		);
	const apart = await db.select().from(apartFrom).where(eq(apartFrom.familyId, familyId));
	const others = await Promise.all(
		apart.map(({ otherFamilyId }) => describeFamily({ db }, actor, otherFamilyId)),
	);
	return {
		rights: pairs.map(({ adult, student }) => {
			const right = known.find((row) => row.adultId === adult && row.studentId === student);
			const { mayBook, maySee, isTold } = right ?? { mayBook: true, maySee: true, isTold: true };
			return { adult, student, mayBook, maySee, isTold };
		}),
		apart: apart.flatMap(({ marginMinutes }, at) => {
			const family = others[at];
			return family ? [{ family, margin: marginMinutes }] : [];
		}),
	};
}

/** Withdraws rights of an adult about a student, or gives them back. */
export async function changeRight(
	{ db, clock }: Pick<App, 'db' | 'clock'>,
	actor: Actor,
	right: AdultRight,
): Promise<void> {
	if (!may(actor, 'safety.see')) throw new ForbiddenError();
	const { adult: adultId, student: studentId, mayBook, maySee, isTold } = right;
	await inTransaction(db, async (tx) => {
		const mine = and(eq(adultRight.adultId, adultId), eq(adultRight.studentId, studentId));
		await tx.delete(adultRight).where(mine);
		if (!mayBook || !maySee || !isTold)
			await tx.insert(adultRight).values({ adultId, studentId, mayBook, maySee, isTold });
		await beginAnew(tx, await familiesOf(tx, adultId));
		await recordAct(tx, clock, { actor, kind: 'safety.right-changed', after: right });
	});
}

/** Keeps two families apart with so many minutes between their visits; `null` lets them meet again. */
export async function keepApart(
	{ db, clock }: Pick<App, 'db' | 'clock'>,
	actor: Actor,
	families: readonly [string, string],
	margin: number | null,
): Promise<void> {
	if (!may(actor, 'safety.see')) throw new ForbiddenError();
	const [familyId, otherFamilyId] = [...families].sort() as [string, string];
	if (familyId === otherFamilyId) return;
	await inTransaction(db, async (tx) => {
		await tx
			.delete(keptApart)
			.where(and(eq(keptApart.familyId, familyId), eq(keptApart.otherFamilyId, otherFamilyId)));
		if (margin !== null)
			await tx.insert(keptApart).values({ familyId, otherFamilyId, marginMinutes: margin });
		await beginAnew(tx, [familyId, otherFamilyId]);
		await recordAct(tx, clock, {
			actor,
			kind: 'safety.apart-changed',
			after: { families: [familyId, otherFamilyId], margin },
		});
	});
}

const familiesOf = async (tx: Transaction, adultId: string): Promise<string[]> =>
	(
		await tx
			.select({ id: familyAdult.familyId })
			.from(familyAdult)
			.where(eq(familyAdult.adultId, adultId))
	).map(({ id }) => id);

/** Open pages read again what they may know, and what was being held under other rights is free again. */
async function beginAnew(tx: Transaction, families: readonly string[]): Promise<void> {
	for (const id of [...families].sort()) await lockFamily(tx, id);
	await dropHoldsOf(tx, families);
	for (const { id } of await tx
		.select({ id: conference.id })
		.from(conference)
		.where(and(isNotNull(conference.publishedAt), isNull(conference.withdrawnAt)))
		.orderBy(conference.id))
		await touchConference(tx, id);
}
