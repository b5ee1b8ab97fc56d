import { and, eq, isNull } from 'drizzle-orm';
import { studentAdd, type NewStudent } from '../../operations/register';
import type { Clock } from '../foundation/clock';
import type { Transaction } from '../foundation/database/connect';
import { family, school, schoolClass, student } from '../foundation/database/schema';
import { newId } from '../foundation/identifiers';
import { performs } from '../foundation/runner/perform';
import { isNamed } from './is-named';
import { lockRegisterFor } from './lock-register';
import { fullName } from './names';
import { classesNow, classMeant, writeFamily, writeStudent } from './write-student';

/** A student by hand, with a new family or in a known one. */
export const addStudent = performs(studentAdd).by({
	lock: lockRegisterFor,
	async work({ tx, clock, input: { student: added, home } }) {
		if (!added.isAnother && (await hasNamesake(tx, added)))
			return { refused: { reason: 'namesake' } };
		const familyId =
			'familyId' in home
				? await knownFamily(tx, home.familyId)
				: (await writeFamily(tx, clock, { label: added.familyName, ...home })).familyId;
		if (!familyId) return { refused: { reason: 'no-family' } };
		const label = added.class;
		const id = await writeStudent(tx, clock, familyId, {
			...added,
			class: label ? await classOf(tx, clock, label) : null,
		});
		return {
			done: { student: id, family: familyId },
			act: { kind: 'register.regrouped', after: { student: id } },
		};
	},
});

async function hasNamesake(tx: Transaction, added: NewStudent): Promise<boolean> {
	const namesakes = await tx.$count(
		student,
		and(isNull(student.leftAt), isNamed([fullName(added)])),
	);
	return namesakes > 0;
}

async function knownFamily(tx: Transaction, id: string): Promise<string | null> {
	const [known] = await tx
		.select({ id: family.id })
		.from(family)
		.where(and(eq(family.id, id), isNull(family.leftAt)));
	return known?.id ?? null;
}

/** The class of this label in the running school year; made if it is not there. */
async function classOf(
	tx: Transaction,
	clock: Clock,
	label: string,
): Promise<{ id: string; label: string }> {
	const same = classMeant(await classesNow(tx), label);
	if (same) return { id: same.id, label };
	const [running] = await tx.select().from(school);
	const id = newId(clock);
	await tx.insert(schoolClass).values({ id, label, schoolYear: running?.schoolYear ?? '' });
	return { id, label };
}
