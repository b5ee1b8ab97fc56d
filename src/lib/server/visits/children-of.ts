import type { Actor } from '../../core/permissions/may';
import type { App } from '../app';
import { fullName } from '../register/names';
import { readFamily } from './family-facts';
import { shareOf } from './family-share';

/** A family that somebody speaks for, by the children of whom the adult may know. */
export interface FamilyOfAdult {
	readonly id: string;
	readonly children: readonly string[];
}

/** The families of those who came in by one browser, to choose from; of a single one nothing needs to be read. */
export async function childrenOf(
	{ db }: Pick<App, 'db'>,
	adults: readonly Extract<Actor, { kind: 'adult' }>[],
	conferenceId: string,
): Promise<FamilyOfAdult[]> {
	const speaker = new Map(
		adults.flatMap((adult) => adult.families.map((id) => [id, adult] as const)),
	);
	const families = [...speaker].sort(([a], [b]) => (a < b ? -1 : 1));
	if (families.length < 2) return families.map(([id]) => ({ id, children: [] }));
	return Promise.all(
		families.map(async ([id, adult]) => {
			const { students } = shareOf(adult, await readFamily(db, conferenceId, id));
			return { id, children: students.map((row) => row.givenName ?? fullName(row)) };
		}),
	);
}
