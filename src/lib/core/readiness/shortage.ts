import { deskDayLimit } from '../rules/limits';
import type { Slot } from '../snapshot/snapshot';
import { MINUTE } from '../time/local-of';
import { demandsOf, type Demand } from './demand';
import { needsKey, needsOf, NO_NEEDS } from './family-needs';
import { finding, type Finding } from './finding';
import { Network, type Pipe } from './max-flow';
import type { ReadinessFacts, WishedMeeting } from './readiness-facts';
import type { UsableSlots } from './usable-slots';

/** Wishes that can be met by the same slots. */
interface DemandGroup {
	readonly desks: readonly string[];
	readonly slots: readonly Slot[];
	readonly node: number;
}

/** Where wishes come from: a pipe from the source, with as much as is wanted. */
interface Supply {
	readonly pipe: Pipe;
	readonly node: number;
}

/**
 * Desks, or groups of desks between which families may choose, that have fewer free seats than are
 * wanted there, with the slots that are missing at least. The bound is never above the truth: it looks
 * away from all that makes it harder still (a family is at one place at a time, slots in a row, walks,
 * people at two desks), so what is missing is missing whoever books what. By the max-flow min-cut
 * theorem (Ford and Fulkerson, 1956) the seats that the unmet wishes reach are all full of wishes that
 * reach no others, so each group is short by itself, and no bound that looks away from as much is nearer.
 * `usable` are the slots as if nobody had booked.
 */
export function shortages(
	{ snapshot, wishes, families, claims }: ReadinessFacts,
	usable: UsableSlots,
): Finding[] {
	const needs = new Map(families.map((family) => [family.id, needsOf(family)]));
	const limits = new Map(
		snapshot.desks.map((desk) => [desk.id, deskDayLimit(snapshot.conference, desk)]),
	);
	/** The most slots that one appointment takes. */
	const longest = Math.max(1, ...wishes.map(({ length }) => length));
	const network = new Network();
	const seats = freeSeats(claims);
	const deskDays = new Map<string, number>();
	const slotNodes = new Map<string, number>();
	const groups = new Map<string, DemandGroup>();

	function slotNode(slot: Slot): number {
		let node = slotNodes.get(slot.id);
		if (node !== undefined) return node;
		node = network.node();
		slotNodes.set(slot.id, node);
		network.pipe(node, dayOf(slot), seats(slot));
		return node;
	}
	function dayOf({ desk, date }: Slot): number {
		const limit = limits.get(desk) ?? null;
		if (limit === null) return network.sink;
		const key = `${desk}/${date}`;
		let node = deskDays.get(key);
		if (node !== undefined) return node;
		node = network.node();
		deskDays.set(key, node);
		// An appointment may take several slots and counts as one.
		network.pipe(node, network.sink, limit * longest);
		return node;
	}
	function groupFor({ family, desks }: WishedMeeting): DemandGroup {
		const need = needs.get(family) ?? NO_NEEDS;
		const key = `${[...desks].sort().join()}/${needsKey(need)}`;
		let group = groups.get(key);
		if (group) return group;
		const slots = desks.flatMap((desk) => usable(desk, need));
		group = { desks, slots, node: network.node() };
		for (const slot of slots) network.pipe(group.node, slotNode(slot), Infinity);
		groups.set(key, group);
		return group;
	}

	// A wish that no slot could ever meet is another finding, and no slot more would help it.
	const meant = wishes.filter((wish) => wish.isServed || groupFor(wish).slots.length > 0);
	const supplies = addSupplies(network, demandsOf(meant, snapshot.conference.rules), groupFor);
	network.fill();
	return groupsThatLack(network, supplies, [...groups.values()]);
}

/** Seats of a slot that nobody has. */
function freeSeats(claims: ReadinessFacts['claims']): (slot: Slot) => number {
	const taken = new Map<string, number>();
	for (const { thing, occupancy } of claims) {
		const key = `${thing}/${occupancy}`;
		taken.set(key, (taken.get(key) ?? 0) + 1);
	}
	// A desk is claimed once for each seat that is taken.
	return ({ id, desk, seats }) => Math.max(0, seats - (taken.get(`${desk}/${id}`) ?? 0));
}

/** Where all that a household asks for is within the rules, its wishes flow together with those of others. */
function addSupplies(
	network: Network,
	demands: readonly Demand[],
	groupFor: (wish: WishedMeeting) => DemandGroup,
): Supply[] {
	const wanted = new Map<number, number>();
	const supplies: Supply[] = [];
	for (const { open, slots } of demands) {
		const all = open.reduce((sum, { length }) => sum + length, 0);
		if (slots === all) {
			for (const wish of open) {
				const { node } = groupFor(wish);
				wanted.set(node, (wanted.get(node) ?? 0) + wish.length);
			}
			continue;
		}
		const node = network.node();
		for (const wish of open) network.pipe(node, groupFor(wish).node, wish.length);
		supplies.push({ node, pipe: network.pipe(network.source, node, slots) });
	}
	for (const [node, units] of wanted)
		supplies.push({ node, pipe: network.pipe(network.source, node, units) });
	return supplies;
}

/** A group of desks that lacks something, while it is gathered. */
interface Lack {
	readonly units: number;
	readonly groups: ReadonlySet<DemandGroup>;
}

/** The groups of desks that lack something: those between which what is unmet could still be moved. */
function groupsThatLack(
	network: Network,
	supplies: readonly Supply[],
	groups: readonly DemandGroup[],
): Finding[] {
	let lacks: Lack[] = [];
	for (const { pipe, node } of supplies) {
		const units = pipe.capacity - pipe.flow;
		if (units <= 0) continue;
		const reached = network.reachedFrom(node);
		const own = groups.filter((group) => reached(group.node));
		const joined = lacks.filter((lack) => shareDesks([...lack.groups], own));
		const lack: Lack = {
			units: joined.reduce((sum, other) => sum + other.units, units),
			groups: new Set([...joined.flatMap((other) => [...other.groups]), ...own]),
		};
		lacks = [...lacks.filter((other) => !joined.includes(other)), lack];
	}
	return lacks.map(({ units, groups }) => {
		const slots = [...new Set([...groups].flatMap((group) => group.slots))];
		const missing = Math.ceil(units / Math.max(1, ...slots.map(({ seats }) => seats)));
		return finding('shortage', 'desk', [...new Set([...groups].flatMap(({ desks }) => desks))], {
			numbers: {
				slots: missing,
				minutes: missing * usualMinutes(slots),
			},
		});
	});
}

/** Families with other needs at one desk lack the same. */
const shareDesks = (one: readonly DemandGroup[], other: readonly DemandGroup[]): boolean => {
	const desks = new Set(one.flatMap(({ desks }) => desks));
	return other.some((group) => group.desks.some((desk) => desks.has(desk)));
};

/** Minutes from the start of one slot to the next one's, as they mostly are. */
function usualMinutes(slots: readonly Slot[]): number {
	const minutes = slots
		.map(({ start, claimEnd }) => (claimEnd - start) / MINUTE)
		.sort((a, b) => a - b);
	return minutes[minutes.length >> 1] ?? 0;
}
