import { and, eq, inArray, isNull } from 'drizzle-orm';
import { groupBy } from '../../../core/group-by';
import { reachedBy, whyNoEmail, type NoEmail } from '../../../core/notices/reached-by';
import { may, type Actor } from '../../../core/permissions/may';
import type { App } from '../../app';
import type { Reader } from '../../foundation/database/connect';
import { adult, family, familyAdult, familyStudent } from '../../foundation/database/schema';
import { ForbiddenError } from '../../foundation/forbidden';
import { byName } from '../../register/name-order';
import { fullName } from '../../register/names';
import { readRights } from '../../safety/read-rights';
import { concernedFamilies } from './concerned-families';

/** An adult whom somebody of the office has to tell. */
export interface ToldByHand {
	readonly adult: string;
	readonly name: string;
	readonly family: { readonly id: string; readonly label: string };
	readonly why: NoEmail;
	/** To be called; `null`: to be written a letter. */
	readonly telephone: string | null;
	/** Another adult of the family reads e-mail. */
	readonly isOtherReached: boolean;
}

/** The adults of a conference's families whom no e-mail reaches, and who may be told; first where it reaches nobody. */
export async function listByHand(
	{ db }: Pick<App, 'db'>,
	actor: Actor,
	conferenceId: string,
): Promise<ToldByHand[]> {
	if (!may(actor, 'families.see')) throw new ForbiddenError();
	const rows = await db
		.select({ adult, family })
		.from(familyAdult)
		.innerJoin(adult, and(eq(adult.id, familyAdult.adultId), isNull(adult.leftAt)))
		.innerJoin(family, and(eq(family.id, familyAdult.familyId), isNull(family.leftAt)))
		.where(inArray(family.id, concernedFamilies(db, conferenceId)))
		.orderBy(byName(family.label), byName(adult.familyName), byName(adult.givenName));
	const found: ToldByHand[] = [];
	for (const own of groupBy(rows, (row) => row.family.id).values()) {
		const isReached = own.some((row) => reachedBy(row.adult) === 'email');
		for (const row of own) {
			const why = whyNoEmail(row.adult);
			if (why === null || !(await hearsOfAny(db, row.adult.id, row.family.id))) continue;
			found.push({
				adult: row.adult.id,
				name: fullName(row.adult),
				family: { id: row.family.id, label: row.family.label ?? '' },
				why,
				telephone: reachedBy(row.adult) === 'telephone' ? row.adult.telephone : null,
				isOtherReached: isReached,
			});
		}
	}
	return [...found].sort((a, b) => Number(a.isOtherReached) - Number(b.isOtherReached));
}

/** Whoever may not be told of any child of the family is not called either. */
async function hearsOfAny(
	db: Reader,
	adultId: (typeof adult.$inferSelect)['id'],
	familyId: (typeof family.$inferSelect)['id'],
): Promise<boolean> {
	const has = await readRights(db, { kind: 'adult', adult: adultId, families: [familyId] });
	const children = await db
		.select({ id: familyStudent.studentId })
		.from(familyStudent)
		.where(eq(familyStudent.familyId, familyId));
	return children.some(({ id }) => has('hear', [id]));
}
