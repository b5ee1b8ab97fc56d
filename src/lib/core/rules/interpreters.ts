import type { ClaimsByThing } from '../snapshot/seat-state';
import type { Interpreter } from '../snapshot/snapshot';
import { contains, overlaps, type Stretch } from '../time/stretch';

/**
 * Who can interpret in a stretch: knows the language, is there at the time, and has nothing else to
 * do. In order of choice: whom the family has already, then whoever has most to do on that date (so
 * that few interpreters come, each for a longer stretch), then by id.
 */
export function interpretersFree(
	interpreters: readonly Interpreter[],
	language: string,
	stretch: Stretch,
	{ claims, preferred = [] }: { claims: ClaimsByThing; preferred?: readonly string[] },
): string[] {
	const known = plain(language);
	return interpreters
		.filter(
			({ person, languages, hours }) =>
				languages.some((spoken) => plain(spoken) === known) &&
				(hours === null || hours.some((open) => contains(open, stretch))) &&
				!(claims.get(person) ?? []).some((claim) => overlaps(claim, stretch)),
		)
		.map(({ person }) => ({
			person,
			rank: preferred.includes(person) ? 0 : 1,
			load: (claims.get(person) ?? []).length,
		}))
		.sort((a, b) => a.rank - b.rank || b.load - a.load || (a.person < b.person ? -1 : 1))
		.map(({ person }) => person);
}

/** Those who know the language, whether they are free or not. */
export const interpretersOf = (
	interpreters: readonly Interpreter[],
	language: string,
): Interpreter[] =>
	interpreters.filter(({ languages }) =>
		languages.some((spoken) => plain(spoken) === plain(language)),
	);

const plain = (language: string): string => language.trim().toLowerCase();
