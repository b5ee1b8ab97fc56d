import { and, asc, eq, inArray, isNull } from 'drizzle-orm';
import { groupBy } from '../../core/group-by';
import { reachedBy } from '../../core/notices/reached-by';
import { lettersMake, type Letter } from '../../operations/messages';
import type { Transaction } from '../foundation/database/connect';
import {
	adult,
	family,
	familyAdult,
	familyStudent,
	student,
	wish,
} from '../foundation/database/schema';
import { performs } from '../foundation/runner/perform';
import { secret } from '../foundation/secret-in-answer';
import { homeLabel } from '../register/class-labels';
import { byName } from '../register/name-order';
import { fullName } from '../register/names';
import { readRights } from '../safety/read-rights';
import { ensureCode, familiesWithWithdrawnRights, type CodeOwner } from './codes';

/** Somebody who gets a letter: a family, or one of its adults where nothing is common to it. */
interface Addressee extends CodeOwner {
	/** The family's id, also on the letter of one of its adults. */
	readonly family: string;
	readonly adult: string;
	readonly children: Letter['children'];
	readonly readsEmail: boolean;
}

/**
 * A letter for each family that is wanted at the conference, by class and name of its first child. Where
 * something is withdrawn, each adult has a letter with the children of whom the adult may know.
 */
export const makeLetters = performs(lettersMake).by({
	isLong: true,
	async work({ tx, config, input: { conferenceId } }) {
		let made = 0;
		const letters: Letter[] = [];
		for (const { kind, id, ...facts } of await addressees(tx, conferenceId)) {
			const { code, isNew } = await ensureCode(tx, config.key, { kind, id });
			made += Number(isNew);
			letters.push({ id, ...facts, code });
		}
		const after = { links: 0, codes: made };
		return {
			done: { letters: secret(letters) },
			act: made > 0 ? { kind: 'invitations.made', conferenceId, after } : null,
		};
	},
});

async function addressees(tx: Transaction, conferenceId: string): Promise<Addressee[]> {
	const wanted = tx
		.selectDistinct({ id: wish.familyId })
		.from(wish)
		.where(eq(wish.conferenceId, conferenceId));
	const children = await tx
		.select({ family: familyStudent.familyId, student, label: homeLabel })
		.from(familyStudent)
		.innerJoin(student, and(eq(student.id, familyStudent.studentId), isNull(student.leftAt)))
		.innerJoin(family, and(eq(family.id, familyStudent.familyId), isNull(family.leftAt)))
		.where(inArray(family.id, wanted))
		.orderBy(byName(homeLabel), byName(student.familyName), byName(student.givenName));
	const childrenOf = groupBy(children, ({ family }) => family);
	const ids = [...childrenOf.keys()];
	const [adults, apart] = await Promise.all([
		tx
			.select({ family: familyAdult.familyId, adult })
			.from(familyAdult)
			.innerJoin(adult, and(eq(adult.id, familyAdult.adultId), isNull(adult.leftAt)))
			.where(inArray(familyAdult.familyId, ids))
			.orderBy(asc(adult.id)),
		familiesWithWithdrawnRights(tx, ids),
	]);
	const adultsOf = groupBy(adults, ({ family }) => family);
	const letters = await Promise.all(
		[...childrenOf].map(async ([id, own]): Promise<Addressee[]> => {
			const adults = (adultsOf.get(id) ?? []).map((row) => row.adult);
			const isTold = (row: typeof adult.$inferSelect) => reachedBy(row) === 'email';
			if (!apart.has(id)) {
				const readsEmail = adults.some(isTold);
				return [
					{ kind: 'family', id, family: id, adult: '', children: own.map(childOf), readsEmail },
				];
			}
			return Promise.all(
				adults.map(async (row): Promise<Addressee> => {
					const has = await readRights(tx, { kind: 'adult', adult: row.id, families: [id] });
					const seen = own.filter(({ student }) => has('see', [student.id]));
					return {
						kind: 'adult',
						id: row.id,
						family: id,
						adult: fullName(row),
						children: seen.map(childOf),
						readsEmail: isTold(row),
					};
				}),
			);
		}),
	);
	return letters.flat();
}

const childOf = ({
	student: row,
	label,
}: {
	readonly student: typeof student.$inferSelect;
	readonly label: string | null;
}): Letter['children'][number] => ({ name: fullName(row), classLabel: label ?? row.yearGroup });
