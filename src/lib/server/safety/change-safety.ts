import { and, eq, inArray } from 'drizzle-orm';
import { may, type Actor } from '../../core/permissions/may';
import type { FoundFamily } from '../../operations/found';
import { familiesKeepApart, rightChange, type AdultRight } from '../../operations/safety';
import type { App } from '../app';
import type { Transaction } from '../foundation/database/connect';
import { dropHoldsOf } from '../visits/held-claims';
import { lockFamily } from '../visits/lock-visit';
import {
	adultRight,
	apartFrom,
	familyAdult,
	familyStudent,
	keptApart,
} from '../foundation/database/schema';
import { describeFamily } from '../register/find-families';
import { performs } from '../foundation/runner/perform';

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
export const changeRight = performs(rightChange).by({
	async work({ tx, input }) {
		const { adult: adultId, student: studentId, mayBook, maySee, isTold } = input;
		const mine = and(eq(adultRight.adultId, adultId), eq(adultRight.studentId, studentId));
		await tx.delete(adultRight).where(mine);
		if (!mayBook || !maySee || !isTold)
			await tx.insert(adultRight).values({ adultId, studentId, mayBook, maySee, isTold });
		await freeWhatIsHeld(tx, await familiesOf(tx, adultId));
		return { done: {}, act: { kind: 'safety.right-changed', after: input } };
	},
});

/** Keeps two families apart with so many minutes between their visits; `null` lets them meet again. */
export const keepApart = performs(familiesKeepApart).by({
	async work({ tx, input: { family, other, margin } }) {
		if (family === other) return { done: {}, act: null };
		const families = [family, other].sort();
		const [familyId, otherFamilyId] = families as [string, string];
		await tx
			.delete(keptApart)
			.where(and(eq(keptApart.familyId, familyId), eq(keptApart.otherFamilyId, otherFamilyId)));
		if (margin !== null)
			await tx.insert(keptApart).values({ familyId, otherFamilyId, marginMinutes: margin });
		await freeWhatIsHeld(tx, families);
		return { done: {}, act: { kind: 'safety.apart-changed', after: { families, margin } } };
	},
});

const familiesOf = async (tx: Transaction, adultId: string): Promise<string[]> =>
	(
		await tx
			.select({ id: familyAdult.familyId })
			.from(familyAdult)
			.where(eq(familyAdult.adultId, adultId))
	).map(({ id }) => id);

/** What was being held under other rights is free again. */
async function freeWhatIsHeld(tx: Transaction, families: readonly string[]): Promise<void> {
	for (const id of [...families].sort()) await lockFamily(tx, id);
	await dropHoldsOf(tx, families);
}
