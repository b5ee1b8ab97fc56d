import { plainTelephone, plainText } from './plain-text';

/** An adult as the proposal of households sees it. Students are named by any one key. */
export interface HouseholdAdult {
	readonly id: string;
	readonly familyName: string | null;
	readonly email: string | null;
	readonly telephone: string | null;
	readonly address: string | null;
	/** The list's own name of the household: it settles the matter. */
	readonly household: string | null;
	readonly students: ReadonlySet<string>;
}

/** Two adults of one student of whom nobody can tell whether they live together. */
export interface HouseholdDoubt {
	readonly a: string;
	readonly b: string;
	readonly students: readonly string[];
	/** What is proposed. */
	readonly together: boolean;
}

export interface Households {
	/** Each household's adults; every adult is in just one. */
	readonly households: readonly (readonly string[])[];
	readonly doubts: readonly HouseholdDoubt[];
}

/** The key of an answer about two adults, whatever their order. */
export const pairKey = (a: string, b: string): string => [a, b].sort().join(' ');

/**
 * Proposes who lives together among adults who share a student. The same household, address, e-mail
 * or telephone tells that two do; different households or addresses that they do not. Where neither
 * is known, two adults with the same and only each other's students, or with one family name, are
 * taken together, others are not; unless the family name is the same, that is a doubt to be settled.
 * `answers` (by `pairKey`) settle doubts.
 */
export function proposeHouseholds(
	adults: readonly HouseholdAdult[],
	answers: ReadonlyMap<string, boolean> = new Map(),
): Households {
	const leader = new Map(adults.map(({ id }) => [id, id]));
	const find = (id: string): string => {
		const above = leader.get(id)!;
		if (above === id) return id;
		const top = find(above);
		leader.set(id, top);
		return top;
	};

	const byStudent = new Map<string, HouseholdAdult[]>();
	for (const adult of adults)
		for (const student of adult.students) {
			const others = byStudent.get(student);
			if (others) others.push(adult);
			else byStudent.set(student, [adult]);
		}

	const doubts: HouseholdDoubt[] = [];
	const seen = new Set<string>();
	for (const group of byStudent.values())
		for (const [index, a] of group.entries())
			for (const b of group.slice(index + 1)) {
				const key = pairKey(a.id, b.id);
				if (seen.has(key)) continue;
				seen.add(key);
				const known = liveTogether(a, b);
				const proposed = known ?? likelyTogether(a, b, group.length);
				const isDoubt = known === null && !sameFamilyName(a, b);
				const together = isDoubt ? (answers.get(key) ?? proposed) : proposed;
				if (isDoubt) {
					const shared = [...a.students].filter((student) => b.students.has(student));
					doubts.push({ a: a.id, b: b.id, students: shared, together });
				}
				if (together) leader.set(find(b.id), find(a.id));
			}

	const households = new Map<string, string[]>();
	for (const { id } of adults) {
		const top = find(id);
		const members = households.get(top);
		if (members) members.push(id);
		else households.set(top, [id]);
	}
	return { households: [...households.values()], doubts };
}

/** What the lists themselves tell; `null` when they do not. */
function liveTogether(a: HouseholdAdult, b: HouseholdAdult): boolean | null {
	if (a.household && b.household) return a.household === b.household;
	if (a.address && b.address) return plainText(a.address) === plainText(b.address);
	if (a.email && b.email && a.email.toLowerCase() === b.email.toLowerCase()) return true;
	if (a.telephone && b.telephone && plainTelephone(a.telephone) === plainTelephone(b.telephone))
		return true;
	return null;
}

function likelyTogether(a: HouseholdAdult, b: HouseholdAdult, adultsOfStudent: number): boolean {
	if (sameFamilyName(a, b)) return true;
	const sameStudents =
		a.students.size === b.students.size && [...a.students].every((id) => b.students.has(id));
	return sameStudents && adultsOfStudent === 2;
}

function sameFamilyName(a: HouseholdAdult, b: HouseholdAdult): boolean {
	return (
		a.familyName !== null &&
		b.familyName !== null &&
		plainText(a.familyName) === plainText(b.familyName)
	);
}
