import type { LocalDate } from '../time/local-of';
import type { DeskPerson, Substitute } from './desk-plan';

/** Who receives at a desk on a date. */
export interface Receivers {
	/** All of them must be there. */
	readonly all: readonly string[];
	/** Any one of them; empty for a desk that is no pool. */
	readonly any: readonly string[];
}

/** The desk's people on a date, with those who take somebody's place. Nobody is named twice. */
export function receiversOn(
	desk: { readonly people: readonly DeskPerson[]; readonly substitutes: readonly Substitute[] },
	date: LocalDate,
): Receivers {
	const present = (person: string) =>
		desk.substitutes.find((entry) => entry.date === date && entry.absent === person)?.person ??
		person;
	const of = (role: DeskPerson['role']) => [
		...new Set(
			desk.people.filter((entry) => entry.role === role).map(({ person }) => present(person)),
		),
	];
	const all = of('all');
	return { all, any: of('any').filter((person) => !all.includes(person)) };
}

/** A person of a pool as it stands in one slot. */
export interface PoolMember {
	readonly person: string;
	readonly isFree: boolean;
	/** How many things the person has to do on that date. */
	readonly load: number;
}

/**
 * Who of a pool receives: of those who are free the least busy one, then the first by id, so that the
 * answer is always the same. `null` when nobody is free. `picked`: whom the family picked, if it may.
 */
export function leastBusy(members: readonly PoolMember[], picked: string | null): string | null {
	const [first] = members
		.filter(({ isFree, person }) => isFree && (picked === null || person === picked))
		.sort((a, b) => a.load - b.load || (a.person < b.person ? -1 : 1));
	return first?.person ?? null;
}
