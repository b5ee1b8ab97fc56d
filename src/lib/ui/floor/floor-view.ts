import type { FloorDesk, FloorSlot } from '$lib/operations/floor';
import type { SeatState } from '$lib/core/snapshot/seat-state';
import type { SeatNews } from '$lib/operations/seat-news';

/** States in which somebody sits there. */
const SITTING: readonly SeatState[] = ['asked', 'booked'];

/** How many seats there are, and how many are taken: a slot for twenty families has twenty. */
export function countSeats(slots: readonly FloorSlot[]): { all: number; taken: number } {
	const sum = (count: (slot: FloorSlot) => number) =>
		slots.reduce((before, slot) => before + count(slot), 0);
	return {
		// More may sit than there are seats now: their number was made smaller since.
		all: sum(({ seats, taken }) => Math.max(seats, taken)),
		taken: sum(({ taken }) => taken),
	};
}

/** What was told of seats. */
export type ToldSeats = Pick<SeatNews, 'states' | 'taken'>;

/** What was told before and since, as one. */
export const toldSince = (before: ToldSeats, since: ToldSeats): ToldSeats => ({
	states: { ...before.states, ...since.states },
	taken: { ...before.taken, ...since.taken },
});

/** The slots that are otherwise than the page has them, as they were told. */
export const changedSlots = (desks: readonly FloorDesk[], told: ToldSeats): FloorSlot[] =>
	desks.flatMap(({ slots }) =>
		slots.flatMap((slot) => {
			const news = toldOf(slot, told);
			return news.state === slot.state && news.taken === slot.taken ? [] : [news];
		}),
	);

/** Where one family sits the state says how many do. */
function toldOf(slot: FloorSlot, { states, taken }: ToldSeats): FloorSlot {
	const news = states[slot.id];
	const state = news === undefined || news === 'taken' ? slot.state : news;
	if (slot.seats > 1) return { ...slot, state, taken: taken?.[slot.id] ?? slot.taken };
	return state === slot.state ? slot : { ...slot, state, taken: SITTING.includes(state) ? 1 : 0 };
}

/** The desks with some of their slots as they are by now; a desk of which nothing changed stays the same object. */
export const withNews = (
	desks: readonly FloorDesk[],
	news: ReadonlyMap<string, FloorSlot>,
): readonly FloorDesk[] =>
	news.size === 0
		? desks
		: desks.map((desk) =>
				desk.slots.some(({ id }) => news.has(id))
					? { ...desk, slots: desk.slots.map((slot) => news.get(slot.id) ?? slot) }
					: desk,
			);

/** Where a slot lies on the board: its row, and its place in it. */
export function placeOf(
	desks: readonly FloorDesk[],
	slot: string | null,
): { readonly row: number; readonly index: number } | null {
	for (const [row, { slots }] of desks.entries()) {
		const index = slots.findIndex(({ id }) => id === slot);
		if (index >= 0) return { row, index };
	}
	return null;
}

/** Where an arrow key leads: along a desk, or to the nearest time of the next desk; `undefined`: nowhere. */
export function stepFrom(
	rows: readonly Pick<FloorDesk, 'slots'>[],
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
		case 'Home':
			return slots[0]?.id;
		case 'End':
			return slots.at(-1)?.id;
	}
	return undefined;
}

function nearest(row: Pick<FloorDesk, 'slots'> | undefined, time: number): string | undefined {
	const distance = ({ start }: FloorSlot) => Math.abs(start - time);
	return [...(row?.slots ?? [])].sort((a, b) => distance(a) - distance(b))[0]?.id;
}
