import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { giveOutRooms, type RoomToGive, type SittingToPlace } from '$lib/core/rooms/give-out-rooms';

const [MONDAY, TUESDAY] = ['2026-12-07', '2026-12-08'] as const;
const sitting = (
	id: number,
	start: number,
	length: number,
	more: Partial<SittingToPlace> = {},
): SittingToPlace => ({
	id: `s${id}`,
	desk: `d${id}`,
	date: MONDAY,
	start,
	end: start + length,
	stepFree: false,
	usual: null,
	current: null,
	...more,
});
const room = (id: number, more: Partial<RoomToGive> = {}): RoomToGive => ({
	id: `r${id}`,
	spaces: 1,
	stepFree: true,
	...more,
});

/** The largest number of sittings at one moment. */
const depth = (sittings: readonly SittingToPlace[]): number =>
	Math.max(
		0,
		...sittings.map(
			({ start }) => sittings.filter((other) => other.start <= start && start < other.end).length,
		),
	);

/** Sittings that are in a room which cannot take them. */
function broken(
	sittings: readonly SittingToPlace[],
	rooms: readonly RoomToGive[],
	given: ReadonlyMap<string, string | null>,
): string[] {
	return sittings.flatMap((sitting) => {
		const there = rooms.find(({ id }) => id === given.get(sitting.id));
		if (!there) return [];
		const together = sittings.filter(
			(other) =>
				given.get(other.id) === there.id &&
				other.start <= sitting.start &&
				sitting.start < other.end,
		);
		return together.length > there.spaces || (sitting.stepFree && !there.stepFree)
			? [sitting.id]
			: [];
	});
}

/** What is looked for, in order: as `giveOutRooms` says it; worked out without it. */
function costOf(
	sittings: readonly SittingToPlace[],
	rooms: readonly RoomToGive[],
	given: ReadonlyMap<string, string | null>,
): number[] {
	const placed = sittings.filter(({ id }) => given.get(id));
	const suits = (id: string | null, { stepFree }: SittingToPlace) =>
		rooms.some((room) => room.id === id && (room.stepFree || !stepFree));
	const leaves = (entry: SittingToPlace) =>
		suits(entry.current, entry) && given.get(entry.id) !== entry.current;
	const isKept = (entry: SittingToPlace) => suits(entry.current, entry) && !leaves(entry);
	const roomsOf = (list: readonly SittingToPlace[]) =>
		new Set(list.map(({ id }) => given.get(id))).size;
	const beyondFirst = (keyOf: (entry: SittingToPlace) => string) =>
		[...new Set(placed.map(keyOf))].reduce(
			(sum, key) => sum + roomsOf(placed.filter((entry) => keyOf(entry) === key)) - 1,
			0,
		);
	return [
		sittings.filter(leaves).length,
		sittings.length - placed.length,
		placed.filter(
			(entry) => suits(entry.usual, entry) && given.get(entry.id) !== entry.usual && !isKept(entry),
		).length,
		roomsOf(placed),
		beyondFirst(({ desk, date }) => `${desk} ${date}`),
		beyondFirst(({ desk }) => desk),
	];
}

const smaller = (a: readonly number[], b: readonly number[]): boolean => {
	const at = a.findIndex((value, index) => value !== b[index]);
	return at >= 0 && a[at]! < b[at]!;
};

/** Every way there is. */
function bruteForce(sittings: readonly SittingToPlace[], rooms: readonly RoomToGive[]): number[] {
	let best: number[] | null = null;
	const given = new Map<string, string | null>();
	const choose = (index: number) => {
		if (index === sittings.length) {
			if (broken(sittings, rooms, given).length) return;
			const cost = costOf(sittings, rooms, given);
			if (!best || smaller(cost, best)) best = cost;
			return;
		}
		for (const choice of [null, ...rooms.map(({ id }) => id)]) {
			given.set(sittings[index]!.id, choice);
			choose(index + 1);
		}
	};
	choose(0);
	return best!;
}

describe('giving out rooms', () => {
	it('needs as many rooms as there are sittings at one moment (Kleinberg and Tardos, section 4.1)', () => {
		const stretches = fc.array(fc.tuple(fc.nat(300), fc.integer({ min: 1, max: 120 })), {
			maxLength: 120,
		});
		fc.assert(
			fc.property(stretches, (list) => {
				const sittings = list.map(([start, length], index) => sitting(index, start, length));
				const rooms = sittings.map((_, index) => room(index));
				const given = giveOutRooms(sittings, rooms);
				expect(given.used).toBe(depth(sittings));
				expect(broken(sittings, rooms, given.rooms)).toEqual([]);
				expect([...given.rooms.values()]).not.toContain(null);
			}),
			{ numRuns: 60 },
		);
	});

	it('finds what brute force finds, with needs, usual rooms and rooms as they are', () => {
		const maybe = (count: number) => fc.option(fc.nat(count - 1).map((index) => `r${index}`));
		fc.assert(
			fc.property(
				fc.array(
					fc.record({
						start: fc.nat(6),
						length: fc.integer({ min: 1, max: 4 }),
						desk: fc.nat(2),
						date: fc.constantFrom(MONDAY, TUESDAY),
						stepFree: fc.boolean(),
						usual: maybe(3),
						current: maybe(3),
					}),
					{ minLength: 1, maxLength: 6 },
				),
				fc.array(
					fc.record({
						spaces: fc.integer({ min: 1, max: 2 }),
						stepFree: fc.constantFrom(true, false, null),
					}),
					{
						minLength: 1,
						maxLength: 3,
					},
				),
				(list, kinds) => {
					const sittings = list.map(({ start, length, desk, ...more }, index) =>
						sitting(index, start, length, { ...more, desk: `d${desk}` }),
					);
					const rooms = kinds.map((kind, index) => room(index, kind));
					const given = giveOutRooms(sittings, rooms);
					expect(broken(sittings, rooms, given.rooms)).toEqual([]);
					expect(given.isBest).toBe(true);
					expect(costOf(sittings, rooms, given.rooms)).toEqual(bruteForce(sittings, rooms));
				},
			),
			{ numRuns: 120 },
		);
	});

	it('leaves well alone: what it gave it gives again', () => {
		const rooms = [room(0, { spaces: 2 }), room(1), room(2, { stepFree: false })];
		const sittings = [0, 1, 2, 3].map((index) =>
			sitting(index, index * 5, 12, { stepFree: index === 1 }),
		);
		const once = giveOutRooms(sittings, rooms).rooms;
		const again = sittings.map((entry) => ({ ...entry, current: once.get(entry.id) ?? null }));
		expect(giveOutRooms(again, [...rooms].reverse()).rooms).toEqual(once);
	});

	it('with too few rooms nobody who has one is moved, and who has none is left without', () => {
		const rooms = Array.from({ length: 40 }, (_, index) => room(index));
		const sittings = Array.from({ length: 61 }, (_, index) =>
			sitting(index, 0, 60, { current: index % 3 === 2 ? null : `r${index % 40}` }),
		);
		const { rooms: given } = giveOutRooms(sittings, rooms);
		const has = (wanted: (entry: SittingToPlace) => boolean) => sittings.filter(wanted).length;
		const kept = new Set(sittings.flatMap(({ current }) => current ?? [])).size;
		expect(has(({ id, current }) => current !== null && given.get(id) === current)).toBe(kept);
		expect(has(({ id }) => given.get(id) !== null)).toBe(40);
	});

	it('a desk that cannot stay in one room on a date is named', () => {
		const taken = [sitting(0, 0, 30, { current: 'r0' }), sitting(1, 30, 30, { current: 'r1' })];
		const rooms = [room(0), room(1)];
		const long = [2, 3].map((id) => sitting(id, (id - 2) * 30, 30, { desk: 'long' }));
		const other = long.map((entry) => ({ ...entry, date: entry.id === 's2' ? MONDAY : TUESDAY }));
		expect(giveOutRooms([...taken, ...long], rooms).divided).toEqual([
			{ desk: 'long', date: MONDAY },
		]);
		expect(giveOutRooms([...taken, ...other], rooms).divided).toEqual([]);
	});
});
