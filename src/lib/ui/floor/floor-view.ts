import { metAt } from '$lib/core/desks/named-substitutes';
import type { LocalDate } from '$lib/core/time/local-of';
import type { Floor, FloorDesk, FloorSlot } from '$lib/operations/floor';

/** A desk as it is met on one date. */
export type FloorRow = FloorDesk & ReturnType<typeof metAt> & { readonly own: string };

/** One slot with its desk. */
export interface Spot {
	readonly desk: FloorRow;
	readonly slot: FloorSlot;
}

/** The desks with their slots of a date; a desk is called by who is there then. */
export const rowsOn = ({ desks }: Floor, date: LocalDate): FloorRow[] =>
	desks.map((desk) => ({
		...desk,
		...metAt(desk, date),
		own: desk.name,
		slots: desk.slots.filter((slot) => slot.date === date),
	}));

export const spotsOf = (rows: readonly FloorRow[]): Spot[] =>
	rows.flatMap((desk) => desk.slots.map((slot) => ({ desk, slot })));

/** How many seats there are, and how many are taken: a slot for twenty families has twenty. */
export function countSeats(slots: readonly FloorSlot[]): { all: number; taken: number } {
	const sum = (count: (slot: FloorSlot) => number) =>
		slots.reduce((before, slot) => before + count(slot), 0);
	return {
		// More may sit than there are seats now: their number was made smaller since.
		all: sum(({ seats, seated }) => Math.max(seats, seated.length)),
		taken: sum(({ seated }) => seated.length),
	};
}

/** One family's way across the floor: its slots in order of time. */
export const wayOf = (spots: readonly Spot[], family: string | undefined): Spot[] =>
	spots
		.filter(({ slot }) => slot.seated.some((seated) => seated.family === family))
		.sort((a, b) => a.slot.start - b.slot.start);

const FEWEST_LETTERS = 2;

/** Whether what is looked for is the desk's, or one of those who sit there; of less than two letters all is. */
export function matches({ desk, slot }: Spot, text: string): boolean {
	const searched = text.trim().toLowerCase();
	if (searched.length < FEWEST_LETTERS) return true;
	const words = [
		desk.name,
		desk.own,
		desk.subject,
		...slot.seated.flatMap(({ familyLabel, students, adults }) => [
			familyLabel,
			...students.map(({ name }) => name),
			...adults,
		]),
	];
	return words.some((word) => word.toLowerCase().includes(searched));
}

/** Where an arrow key leads: along a desk, or to the nearest time of the next desk; `undefined`: nowhere. */
export function stepFrom(
	rows: readonly FloorRow[],
	row: number,
	index: number,
	key: string,
): string | undefined {
	const slots = rows[row]?.slots ?? [];
	const { start = 0 } = slots[index] ?? {};
	switch (key) {
		case 'ArrowRight':
			return slots[index + 1]?.id;
		case 'ArrowLeft':
			return slots[index - 1]?.id;
		case 'ArrowDown':
			return nearest(rows[row + 1], start);
		case 'ArrowUp':
			return nearest(rows[row - 1], start);
	}
	return undefined;
}

function nearest(row: FloorRow | undefined, time: number): string | undefined {
	const distance = ({ start }: FloorSlot) => Math.abs(start - time);
	return [...(row?.slots ?? [])].sort((a, b) => distance(a) - distance(b))[0]?.id;
}
