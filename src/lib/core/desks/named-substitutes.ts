import type { LocalDate } from '../time/local-of';

/** Somebody who takes another's place at a desk on a date. */
export interface NamedSubstitute {
	readonly date: LocalDate;
	readonly name: string;
	/** Whose place it is. */
	readonly absent: string;
	/** Nobody else belongs to the desk. */
	readonly isAlone: boolean;
}

/** Whom one meets at a desk on a date. */
export interface MetAt {
	readonly name: string;
	readonly substitutes: readonly NamedSubstitute[];
}

/**
 * Whom one meets at a desk on a date: where its only person is away, the one who stands in; otherwise whoever
 * the desk is called after. In either case with who stands in for whom.
 */
export function metAt(
	desk: { readonly name: string; readonly substitutes: readonly NamedSubstitute[] },
	date: LocalDate,
): MetAt {
	const substitutes = desk.substitutes.filter((entry) => entry.date === date);
	const [only] = substitutes;
	return { name: only?.isAlone ? only.name : desk.name, substitutes };
}
