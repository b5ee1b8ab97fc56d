import type { LocalDate } from '../time/local-of';
import { groupBy } from '../group-by';
import type { Stretch } from '../time/stretch';
import { isCrowded } from './is-crowded';

/** A sitting that needs a desk space. Any unit of time. */
export interface SittingToPlace extends Stretch {
	readonly id: string;
	readonly desk: string;
	readonly date: LocalDate;
	/** Needs a room without steps. */
	readonly stepFree: boolean;
	/** The room that its teacher usually has. */
	readonly usual: string | null;
	/** The room that it has now. */
	readonly current: string | null;
}

export interface RoomToGive {
	readonly id: string;
	readonly spaces: number;
	/** `null` is not known, and counts as steps. */
	readonly stepFree: boolean | null;
}

export interface RoomsGiven {
	/** Sitting's id to the room's; `null` where there is none left. */
	readonly rooms: ReadonlyMap<string, string | null>;
	/** Desks that change their room within a date. */
	readonly divided: readonly { readonly desk: string; readonly date: LocalDate }[];
	/** How many rooms are in use. */
	readonly used: number;
	/** Nothing better exists; otherwise the search was ended before it could tell. */
	readonly isBest: boolean;
}

/** How many placements the search for something better looks at. */
const PATIENCE = 20_000;

/**
 * What is good about a way of giving out rooms, the weightiest first: sittings that leave the room they have
 * though it suits them, sittings without a room, placed anew outside their usual room, rooms in use, rooms
 * that desks have beyond their first on a date, and beyond their first at all.
 */
type Cost = readonly [
	left: number,
	unplaced: number,
	unusual: number,
	rooms: number,
	divided: number,
	moves: number,
];

/**
 * Desk spaces for sittings. Who has a room that suits keeps it; then as many as can be get a place, in their
 * usual room where it is free; then with the fewest rooms; then each desk in one room on a date, and in one
 * room at all. Starts from a placement in order of time, which on plain instances needs no more rooms than sittings at one moment
 * (interval partitioning: Kleinberg and Tardos, Algorithm Design, section 4.1), and then searches for a
 * better one by branch and bound as long as its patience lasts. Always gives the same answer.
 */
export function giveOutRooms(
	sittings: readonly SittingToPlace[],
	rooms: readonly RoomToGive[],
): RoomsGiven {
	const order = [...sittings].sort(
		(a, b) =>
			a.start - b.start ||
			b.end - a.end ||
			(a.desk < b.desk ? -1 : a.desk > b.desk ? 1 : a.id < b.id ? -1 : 1),
	);
	const search = new Search(order, rooms);
	return search.run();
}

class Search {
	readonly #rooms: readonly RoomToGive[];
	readonly #byId: ReadonlyMap<string, RoomToGive>;
	/** Sittings in each room so far. */
	readonly #inRoom = new Map<string, SittingToPlace[]>();
	/** Rooms by desk, and by desk and date. */
	readonly #roomsOf = new Map<string, Map<string, number>>();
	#best: Map<string, string | null> | null = null;
	#bestCost: Cost | null = null;
	#steps = 0;
	readonly #leastRooms: number;

	constructor(
		private readonly order: readonly SittingToPlace[],
		rooms: readonly RoomToGive[],
	) {
		// Large rooms first: they take the most desks for one room in use.
		this.#rooms = [...rooms].sort((a, b) => b.spaces - a.spaces || (a.id < b.id ? -1 : 1));
		this.#byId = new Map(rooms.map((room) => [room.id, room]));
		this.#leastRooms = this.#fewestRooms();
	}

	run(): RoomsGiven {
		for (const first of FIRST) {
			const plan = this.#greedy(first);
			const cost = this.#costOf(plan);
			if (!this.#bestCost || less(cost, this.#bestCost))
				[this.#best, this.#bestCost] = [plan, cost];
		}
		const finished = this.#isPerfect(this.#bestCost!) || this.#branch(0, [0, 0, 0, 0, 0, 0]);
		const best = this.#best!;
		return {
			rooms: best,
			divided: dividedBy(this.order, best),
			used: new Set([...best.values()].filter((room) => room !== null)).size,
			isBest: finished,
		};
	}

	/** No placement of all can do with fewer rooms than the largest ones that hold the busiest moment. */
	#fewestRooms(): number {
		let most = 0;
		for (const { start } of this.order)
			most = Math.max(
				most,
				this.order.filter((other) => other.start <= start && start < other.end).length,
			);
		let spaces = 0;
		let count = 0;
		for (const room of this.#rooms) {
			if (spaces >= most) break;
			spaces += room.spaces;
			count++;
		}
		return count;
	}

	#isPerfect([left, unplaced, unusual, rooms, divided, moves]: Cost): boolean {
		if (left + unplaced + unusual + divided + moves > 0) return false;
		// Rooms that are kept are in use whatever else is done.
		const kept = new Set(this.order.flatMap((sitting) => this.#suitable(sitting) ?? []));
		return rooms <= Math.max(this.#leastRooms, kept.size);
	}

	/** The room that a sitting has, if it suits. */
	#suitable({ current, stepFree }: SittingToPlace): string | null {
		const room = current === null ? undefined : this.#byId.get(current);
		return room && (room.stepFree || !stepFree) ? room.id : null;
	}

	#fits(sitting: SittingToPlace, room: RoomToGive): boolean {
		if (sitting.stepFree && !room.stepFree) return false;
		return !isCrowded(this.#inRoom.get(room.id) ?? [], sitting, room.spaces);
	}

	#put(sitting: SittingToPlace, room: string): void {
		this.#inRoom.set(room, [...(this.#inRoom.get(room) ?? []), sitting]);
		for (const key of keysOf(sitting)) {
			const own = this.#roomsOf.get(key) ?? new Map<string, number>();
			own.set(room, (own.get(room) ?? 0) + 1);
			this.#roomsOf.set(key, own);
		}
	}

	#take(sitting: SittingToPlace, room: string): void {
		const left = this.#inRoom.get(room)!.filter((other) => other !== sitting);
		if (left.length) this.#inRoom.set(room, left);
		else this.#inRoom.delete(room);
		for (const key of keysOf(sitting)) {
			const own = this.#roomsOf.get(key)!;
			const count = own.get(room)! - 1;
			if (count) own.set(room, count);
			else own.delete(room);
		}
	}

	/**
	 * Kept rooms first: of those that share one as many as it takes, by their ends (interval scheduling:
	 * Kleinberg and Tardos, section 4.1). Then each sitting where it is best off just then, in the order of time,
	 * some before the others.
	 */
	#greedy(isFirst: (sitting: SittingToPlace) => boolean): Map<string, string | null> {
		const plan = new Map<string, string | null>();
		const put = (sitting: SittingToPlace, room: RoomToGive | undefined) => {
			plan.set(sitting.id, room?.id ?? null);
			if (room) this.#put(sitting, room.id);
		};
		for (const sitting of [...this.order].sort((a, b) => a.end - b.end)) {
			const room = this.#byId.get(this.#suitable(sitting) ?? '');
			if (room && this.#fits(sitting, room)) put(sitting, room);
		}
		const others = this.order.filter(({ id }) => !plan.has(id));
		const passes = [others.filter(isFirst), others.filter((sitting) => !isFirst(sitting))];
		for (const sitting of passes.flat()) put(sitting, this.#choices(sitting)[0]);
		this.#inRoom.clear();
		this.#roomsOf.clear();
		return plan;
	}

	/** The rooms that fit, the most promising first. */
	#choices(sitting: SittingToPlace): RoomToGive[] {
		const [own, onDate] = keysOf(sitting).map((key) => this.#roomsOf.get(key));
		const cost = (room: RoomToGive): number =>
			(room.id === sitting.current ? 0 : 32) +
			(room.id === sitting.usual ? 0 : 16) +
			(this.#inRoom.has(room.id) ? 0 : 8) +
			(onDate?.has(room.id) ? 0 : 4) +
			(own?.has(room.id) ? 0 : 2) +
			(room.stepFree && !sitting.stepFree ? 1 : 0);
		return this.#rooms
			.filter((room) => this.#fits(sitting, room))
			.map((room) => ({ room, cost: cost(room) }))
			.sort((a, b) => a.cost - b.cost)
			.map(({ room }) => room);
	}

	#costOf(plan: ReadonlyMap<string, string | null>): Cost {
		let [left, unplaced, unusual] = [0, 0, 0];
		for (const sitting of this.order) {
			const room = plan.get(sitting.id) ?? null;
			left += Number(this.#leaves(sitting, room));
			unplaced += Number(room === null);
			unusual += Number(this.#missesUsual(sitting, room));
		}
		const placed = this.order.flatMap((sitting) => {
			const room = plan.get(sitting.id);
			return room ? [{ sitting, room }] : [];
		});
		const rooms = new Set(placed.map(({ room }) => room)).size;
		const beyondFirst = (at: 0 | 1): number =>
			[...groupBy(placed, ({ sitting }) => keysOf(sitting)[at]).values()].reduce(
				(sum, own) => sum + new Set(own.map(({ room }) => room)).size - 1,
				0,
			);
		return [left, unplaced, unusual, rooms, beyondFirst(1), beyondFirst(0)];
	}

	/** Depth first, cut off where the cost so far is no better. Returns whether the search was finished. */
	#branch(index: number, sofar: Cost): boolean {
		if (++this.#steps > PATIENCE) return false;
		if (!less(sofar, this.#bestCost!)) return true;
		const sitting = this.order[index];
		if (!sitting) {
			this.#bestCost = sofar;
			this.#best = new Map(
				[...this.#inRoom].flatMap(([room, those]) => those.map(({ id }) => [id, room] as const)),
			);
			for (const { id } of this.order) if (!this.#best.has(id)) this.#best.set(id, null);
			return true;
		}
		const [left, unplaced, unusual, rooms, divided, moves] = sofar;
		// Rooms that nobody uses or wants yet are one as good as the other.
		const tried = new Set<string>();
		for (const room of this.#choices(sitting)) {
			const isNew = !this.#inRoom.has(room.id);
			if (isNew && !this.#isWanted(room.id)) {
				const kind = `${room.spaces}/${room.stepFree === true}`;
				if (tried.has(kind)) continue;
				tried.add(kind);
			}
			const [isMove, isDivided] = keysOf(sitting).map((key) => {
				const own = this.#roomsOf.get(key);
				return own !== undefined && own.size > 0 && !own.has(room.id);
			});
			const cost: Cost = [
				left + Number(this.#leaves(sitting, room.id)),
				unplaced,
				unusual + Number(this.#missesUsual(sitting, room.id)),
				rooms + Number(isNew),
				divided + Number(isDivided),
				moves + Number(isMove),
			];
			this.#put(sitting, room.id);
			const finished = this.#branch(index + 1, cost);
			this.#take(sitting, room.id);
			if (!finished) return false;
		}
		return this.#branch(index + 1, [
			left + Number(this.#leaves(sitting, null)),
			unplaced + 1,
			unusual,
			...([rooms, divided, moves] as const),
		]);
	}

	/** Whether a sitting is not in the room that it has, though that room suits it. */
	#leaves(sitting: SittingToPlace, room: string | null): boolean {
		const suitable = this.#suitable(sitting);
		return suitable !== null && room !== suitable;
	}

	/** Whether a sitting gets another room than its usual one, though that one would suit it. */
	#missesUsual(sitting: SittingToPlace, room: string | null): boolean {
		const { usual, stepFree } = sitting;
		const known = usual === null ? undefined : this.#byId.get(usual);
		const isSuited = known !== undefined && (known.stepFree || !stepFree);
		return isSuited && room !== null && room !== usual && room !== this.#suitable(sitting);
	}

	#isWanted(room: string): boolean {
		return this.order.some(({ usual, current }) => usual === room || current === room);
	}
}

/** What sittings have a room in common by: their desk, and their desk on that date. */
const keysOf = ({ desk, date }: SittingToPlace): [desk: string, onDate: string] => [
	desk,
	`${desk} ${date}`,
];

/** Who is placed before the others, in one attempt after the other. */
const FIRST: readonly ((sitting: SittingToPlace) => boolean)[] = [
	() => true,
	({ usual }) => usual !== null,
	({ stepFree }) => stepFree,
];

/** Desks with more than one room on a date. */
function dividedBy(
	sittings: readonly SittingToPlace[],
	rooms: ReadonlyMap<string, string | null>,
): { desk: string; date: LocalDate }[] {
	const placed = sittings.filter(({ id }) => rooms.get(id));
	return [...groupBy(placed, (sitting) => keysOf(sitting)[1]).values()]
		.filter((own) => new Set(own.map(({ id }) => rooms.get(id))).size > 1)
		.map(([first]) => ({ desk: first!.desk, date: first!.date }));
}

function less(a: Cost, b: Cost): boolean {
	for (const [index, value] of a.entries()) if (value !== b[index]) return value < b[index]!;
	return false;
}
