/** A room of the school. */
export interface Room {
	readonly id: string;
	readonly name: string;
	/** The building's id; `null`: nobody said yet. */
	readonly building: string | null;
	/** How many desks it takes at once, 1 to 200. */
	readonly spaces: number;
	/** Whether there are no steps on the way; `null` while nobody has said, which counts as steps. */
	readonly stepFree: boolean | null;
}

export interface Building {
	readonly id: string;
	readonly name: string;
	/** Minutes on foot from one of its rooms to another, 0 to 60. */
	readonly insideMinutes: number;
}

/** Minutes on foot between two buildings, 0 to 60. */
export interface Walk {
	readonly from: string;
	readonly to: string;
	readonly minutes: number;
}

/** The rooms of a school and the ways between them, each entry a document of its own for editors. */
export type RoomsEntry =
	| ({ readonly kind: 'room' } & Room)
	| ({ readonly kind: 'building' } & Building)
	| ({ readonly kind: 'walk' } & Walk);

export type RoomsFault =
	'name-missing' | 'name-taken' | 'spaces-wrong' | 'minutes-wrong' | 'in-use';

export const MOST_SPACES = 200;
export const LONGEST_WALK = 60;

/** How editors name an entry. A way has no direction. */
export function entryId(entry: RoomsEntry): string {
	if (entry.kind !== 'walk') return entry.id;
	return [entry.from, entry.to].sort().join('/');
}

const isWhole = (value: number, least: number, most: number): boolean =>
	Number.isInteger(value) && value >= least && value <= most;

/** What is wrong with an entry beside the others; `null` when it can be kept. */
export function faultOfEntry(entry: RoomsEntry, others: readonly RoomsEntry[]): RoomsFault | null {
	if (entry.kind === 'walk')
		return isWhole(entry.minutes, 0, LONGEST_WALK) ? null : 'minutes-wrong';
	const name = entry.name.trim();
	if (!name) return 'name-missing';
	const isTaken = others.some(
		(other) =>
			other.kind === entry.kind &&
			other.id !== entry.id &&
			other.name.trim() === name &&
			(other.kind !== 'room' || entry.kind !== 'room' || other.building === entry.building),
	);
	if (isTaken) return 'name-taken';
	if (entry.kind === 'building')
		return isWhole(entry.insideMinutes, 0, LONGEST_WALK) ? null : 'minutes-wrong';
	return isWhole(entry.spaces, 1, MOST_SPACES) ? null : 'spaces-wrong';
}
