import { groupBy } from '../group-by';
import type { FamilyNeeds } from '../rules/slot-answer';
import type { Slot } from '../snapshot/snapshot';
import { MINUTE } from '../time/local-of';
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
	const open = wishes.filter(({ isServed }) => !isServed);
	const needs = new Map(families.map((family) => [family.id, needsOf(family)]));
	const { rules } = snapshot.conference;
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
		if (rules.perDeskDay === null) return network.sink;
		const key = `${desk}/${date}`;
		let node = deskDays.get(key);
		if (node !== undefined) return node;
		node = network.node();
		deskDays.set(key, node);
		// An appointment may take two slots and counts as one.
		network.pipe(node, network.sink, rules.perDeskDay * LONGEST);
		return node;
	}
	function groupFor({ family, desks }: WishedMeeting): DemandGroup {
		const need = needs.get(family) ?? NO_NEEDS;
		const key = `${[...desks].sort().join()}/${need.stepFree}/${need.interpreter ?? ''}`;
		let group = groups.get(key);
		if (group) return group;
		const slots = desks.flatMap((desk) => usable(desk, need));
		group = { desks, slots, node: network.node() };
		for (const slot of slots) network.pipe(group.node, slotNode(slot), Infinity);
		groups.set(key, group);
		return group;
	}

	// A wish that no slot could ever meet is another finding, and no slot more would help it.
	const countable = open.filter((wish) => groupFor(wish).slots.length > 0);
	const supplies = addSupplies(network, countable, groupFor, rules);
	network.fill();
	return groupsThatLack(network, supplies, [...groups.values()]);
}

/** The most slots that one appointment takes. */
const LONGEST = 2;
const NO_NEEDS: FamilyNeeds = { stepFree: false, interpreter: null };

export const needsOf = ({ stepFree, interpreter }: FamilyNeeds): FamilyNeeds => ({
	stepFree,
	interpreter,
});

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

function addSupplies(
	network: Network,
	wishes: readonly WishedMeeting[],
	groupFor: (wish: WishedMeeting) => DemandGroup,
	{ perFamily, perStudent }: ReadinessFacts['snapshot']['conference']['rules'],
): Supply[] {
	if (perFamily === null && perStudent === null) return byGroup();
	return [...groupBy(wishes, ({ family }) => family).values()].map(ofFamily);

	function byGroup(): Supply[] {
		const wanted = new Map<number, number>();
		for (const wish of wishes) {
			const { node } = groupFor(wish);
			wanted.set(node, (wanted.get(node) ?? 0) + wish.length);
		}
		return [...wanted].map(([node, units]) => ({
			node,
			pipe: network.pipe(network.source, node, units),
		}));
	}

	function ofFamily(own: readonly WishedMeeting[]): Supply {
		const node = network.node();
		const units = [...groupBy(own, ({ student }) => student).values()].map((ofStudent) => {
			const child = network.node();
			// The longest of them are counted, so that no limit is taken for a lack.
			const most = shortest(ofStudent, perStudent);
			network.pipe(node, child, most);
			for (const wish of ofStudent) network.pipe(child, groupFor(wish).node, wish.length);
			return most;
		});
		const all = units.reduce((sum, one) => sum + one, 0);
		const most = Math.min(all, shortest(own, perFamily));
		return { node, pipe: network.pipe(network.source, node, most) };
	}
}

/** The units that so many of the wishes take at least. */
function shortest(wishes: readonly WishedMeeting[], limit: number | null): number {
	const lengths = wishes.map(({ length }) => length).sort((a, b) => a - b);
	return lengths.slice(0, limit ?? lengths.length).reduce((sum, length) => sum + length, 0);
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
