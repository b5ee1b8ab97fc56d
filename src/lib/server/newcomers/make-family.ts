import type { NewcomerFacts } from '../../core/newcomers/newcomer';
import type { Clock } from '../foundation/clock';
import type { Transaction } from '../foundation/database/connect';
import { classesNow, classMeant, writeFamily, writeStudent } from '../register/write-student';

/** Makes a family of what a newcomer said of itself. */
export async function makeFamily(
	tx: Transaction,
	clock: Clock,
	{ facts, email }: { readonly facts: NewcomerFacts; readonly email: string },
): Promise<{ familyId: string; adultId: string }> {
	const { children, ...adult } = facts;
	const [first] = children;
	const made = await writeFamily(tx, clock, {
		label: first?.familyName || adult.familyName,
		address: '',
		adult: { ...adult, email, language: '' },
	});
	const classes = await classesNow(tx);
	for (const child of children)
		await writeStudent(tx, clock, made.familyId, {
			...child,
			class: classMeant(classes, child.class) ?? null,
			yearGroup: '',
		});
	return made;
}
