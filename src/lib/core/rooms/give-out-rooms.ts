import { groupBy } from '../group-by';
import { overlaps, type Stretch } from '../time/stretch';

/** A sitting that needs a desk space. Any unit of time. */
export interface SittingToPlace extends Stretch {
	readonly id: string;
	readonly desk: string;
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
	readonly stepFree: boolean;
}

export interface RoomsGiven {
	/** Sitting's id to the room's; `null` where there is none left. */
	readonly rooms: ReadonlyMap<string, string | null>;
	/** How many rooms are in use. */
	readonly used: number;
	/** Nothing better exists; otherwise the search was ended before it could tell. */
	readonly isBest: boolean;
}

/** How many placements the search for something better looks at. */
const PATIENCE = 20_000;

/**
 * What is good about a way of giving out rooms, the weightiest first: sittings without a room, sittings
 * that miss their usual room, rooms in use, rooms that desks have beyond their first, sittings that
 * leave the room they have.
 */
type Cost = readonly [
	unplaced: number,
	unusual: number,
	rooms: number,
	moves: number,
	changes: number,
];

/**
 * Desk spaces for sittings: a place for as many as can be, usual rooms where they fit, then with the
 * fewest rooms, each desk in one room where it can be, and as little changed as possible. Starts from a
 * placement in order of time, which on plain instances needs no more rooms than sittings at one moment
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
	readonly #roomsOfDesk = new Map<string, Map<string, number>>();
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
		for (const plan of [this.#greedy(false), this.#greedy(true)]) {
			const cost = this.#costOf(plan);
			if (!this.#bestCost || less(cost, this.#bestCost))
				[this.#best, this.#bestCost] = [plan, cost];
		}
		const finished = this.#isPerfect(this.#bestCost!) || this.#branch(0, [0, 0, 0, 0, 0]);
		const best = this.#best!;
		return {
			rooms: best,
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

	#isPerfect([unplaced, unusual, rooms, moves, changes]: Cost): boolean {
		return unplaced + unusual + moves + changes === 0 && rooms <= this.#leastRooms;
	}

	#fits(sitting: SittingToPlace, room: RoomToGive): boolean {
		if (sitting.stepFree && !room.stepFree) return false;
		const there = (this.#inRoom.get(room.id) ?? []).filter((other) => overlaps(other, sitting));
		if (there.length < room.spaces) return true;
		// Not all of them need to be there at the same moment.
		const moments = [sitting.start, ...there.map(({ start }) => Math.max(start, sitting.start))];
		return moments.every(
			(moment) =>
				there.filter(({ start, end }) => start <= moment && moment < end).length < room.spaces,
		);
	}

	#put(sitting: SittingToPlace, room: string): void {
		this.#inRoom.set(room, [...(this.#inRoom.get(room) ?? []), sitting]);
		const own = this.#roomsOfDesk.get(sitting.desk) ?? new Map<string, number>();
		own.set(room, (own.get(room) ?? 0) + 1);
		this.#roomsOfDesk.set(sitting.desk, own);
	}

	#take(sitting: SittingToPlace, room: string): void {
		const left = this.#inRoom.get(room)!.filter((other) => other !== sitting);
		if (left.length) this.#inRoom.set(room, left);
		else this.#inRoom.delete(room);
		const own = this.#roomsOfDesk.get(sitting.desk)!;
		const count = own.get(room)! - 1;
		if (count) own.set(room, count);
		else own.delete(room);
	}

	/** Each sitting where it is best off just then: usual room, the desk's own, one in use, a new one. */
	#greedy(usualFirst: boolean): Map<string, string | null> {
		const plan = new Map<string, string | null>();
		const passes = usualFirst
			? [
					this.order.filter(({ usual }) => usual !== null),
					this.order.filter(({ usual }) => usual === null),
				]
			: [this.order];
		for (const sitting of passes.flat()) {
			const [room] = this.#choices(sitting);
			plan.set(sitting.id, room?.id ?? null);
			if (room) this.#put(sitting, room.id);
		}
		this.#inRoom.clear();
		this.#roomsOfDesk.clear();
		return plan;
	}

	/** The rooms that fit, the most promising first. */
	#choices(sitting: SittingToPlace): RoomToGive[] {
		const own = this.#roomsOfDesk.get(sitting.desk);
		const cost = (room: RoomToGive): number =>
			(room.id === sitting.usual ? 0 : 16) +
			(this.#inRoom.has(room.id) ? 0 : 8) +
			(own?.has(room.id) ? 0 : 4) +
			(room.id === sitting.current ? 0 : 2) +
			(room.stepFree && !sitting.stepFree ? 1 : 0);
		return this.#rooms
			.filter((room) => this.#fits(sitting, room))
			.map((room) => ({ room, cost: cost(room) }))
			.sort((a, b) => a.cost - b.cost)
			.map(({ room }) => room);
	}

	#costOf(plan: ReadonlyMap<string, string | null>): Cost {
		let [unplaced, unusual, changes] = [0, 0, 0];
		for (const sitting of this.order) {
			const room = plan.get(sitting.id) ?? null;
			if (room === null) unplaced++;
			if (missesUsual(sitting, room, this.#byId)) unusual++;
			if (changesRoom(sitting, room)) changes++;
		}
		const placed = this.order.flatMap(({ id, desk }) => {
			const room = plan.get(id);
			return room ? [{ desk, room }] : [];
		});
		const rooms = new Set(placed.map(({ room }) => room)).size;
		let moves = 0;
		for (const own of groupBy(placed, ({ desk }) => desk).values())
			moves += new Set(own.map(({ room }) => room)).size - 1;
		return [unplaced, unusual, rooms, moves, changes];
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
		const [unplaced, unusual, rooms, moves, changes] = sofar;
		// Rooms that nobody uses or wants yet are one as good as the other.
		const tried = new Set<string>();
		for (const room of this.#choices(sitting)) {
			const isNew = !this.#inRoom.has(room.id);
			if (isNew && !this.#isWanted(room.id)) {
				const kind = `${room.spaces}/${room.stepFree}`;
				if (tried.has(kind)) continue;
				tried.add(kind);
			}
			const own = this.#roomsOfDesk.get(sitting.desk);
			const isMove = own !== undefined && own.size > 0 && !own.has(room.id);
			const cost: Cost = [
				unplaced,
				unusual + Number(missesUsual(sitting, room.id, this.#byId)),
				rooms + Number(isNew),
				moves + Number(isMove),
				changes + Number(changesRoom(sitting, room.id)),
			];
			this.#put(sitting, room.id);
			const finished = this.#branch(index + 1, cost);
			this.#take(sitting, room.id);
			if (!finished) return false;
		}
		return this.#branch(index + 1, [
			unplaced + 1,
			unusual + Number(missesUsual(sitting, null, this.#byId)),
			rooms,
			moves,
			changes + Number(changesRoom(sitting, null)),
		]);
	}

	#isWanted(room: string): boolean {
		return this.order.some(({ usual, current }) => usual === room || current === room);
	}
}

/** Whether a sitting is not in the usual room, though that room would suit its needs. */
const missesUsual = (
	{ usual, stepFree }: SittingToPlace,
	room: string | null,
	rooms: ReadonlyMap<string, RoomToGive>,
): boolean => {
	const known = usual === null ? undefined : rooms.get(usual);
	return known !== undefined && (known.stepFree || !stepFree) && room !== usual;
};

const changesRoom = ({ current }: SittingToPlace, room: string | null): boolean =>
	current !== null && room !== current;

function less(a: Cost, b: Cost): boolean {
	for (const [index, value] of a.entries()) if (value !== b[index]) return value < b[index]!;
	return false;
}
