import type { SeatState } from '../../core/snapshot/seat-state';
import type { ConferenceSnapshot } from '../../core/snapshot/snapshot';
import { indexOf } from '../../core/snapshot/snapshot-index';
import {
	rightsOf,
	type StudentRight,
	type WithdrawnRight,
} from '../../core/permissions/adult-rights';
import type { Actor } from '../../core/permissions/may';
import type { SeatNews, ToldState } from '../../operations/seat-news';

type Adult = Extract<Actor, { kind: 'adult' }>;

/** Whose page listens: the office hears of all desks, others of those that concern them. */
export type Audience =
	| { readonly kind: 'office' }
	| { readonly kind: 'adult'; readonly actor: Adult; readonly family: string }
	| { readonly kind: 'teacher'; readonly person: string };

/** A desk at which a family wants to be received about some students, or will be. */
export interface Concern {
	readonly desk: string;
	readonly students: readonly string[];
	/** What an adult needs to know of it: to book for who is wished for, to see what is booked. */
	readonly right: StudentRight;
}

/** What concerns families, and what was withdrawn from their adults. */
export interface FamilyConcerns {
	readonly byFamily: ReadonlyMap<string, readonly Concern[]>;
	readonly withdrawn: readonly WithdrawnRight[];
}

/** A conference's seats as they were read at some moment. */
export interface SeatReading {
	/** When it was. */
	readonly at: number;
	readonly snapshot: ConferenceSnapshot;
	readonly states: ReadonlyMap<string, SeatState>;
	/** How many families sit in slots for several, or have asked to. */
	readonly taken: ReadonlyMap<string, number>;
	readonly concerns: FamilyConcerns;
	/** Slots that are taken for one family alone; only of families of which there are any. */
	readonly closed: ReadonlyMap<string, ReadonlySet<string>>;
	/** How much waits for the office's answer. */
	readonly toAnswer: number;
}

/** All that an audience may be told. */
export function wholeMessage(reading: SeatReading, audience: Audience): SeatNews {
	const { snapshot, states, toAnswer } = reading;
	const { version } = snapshot.conference;
	if (audience.kind === 'office')
		return {
			whole: true,
			states: Object.fromEntries(states),
			version,
			taken: Object.fromEntries(reading.taken),
			toAnswer,
		};
	const told = slotsFor(audience, reading).map((id) => [id, toldState(id, audience, reading)]);
	return { whole: true, states: Object.fromEntries(told), version };
}

/** Makes what changed from one reading to the next into messages; `null`: nothing for this audience. */
export function differenceFrom(
	before: SeatReading,
	after: SeatReading,
): (audience: Audience) => SeatNews | null {
	const { version } = after.snapshot.conference;
	const isOtherVersion = before.snapshot.conference.version !== version;
	const changed = otherThan(before.states, after.states);
	const taken = otherThan(before.taken, after.taken);
	const toOffice = {
		whole: false,
		states: Object.fromEntries(changed),
		version,
		taken: Object.fromEntries(taken),
		toAnswer: after.toAnswer,
	};
	const isOtherCount = before.toAnswer !== after.toAnswer || taken.length > 0;
	const byDesk = becameFreeOrTaken(before, after);
	return (audience) => {
		if (audience.kind === 'office')
			return isOtherVersion || isOtherCount || changed.length ? toOffice : null;
		const states = Object.fromEntries(differenceFor(audience));
		return isOtherVersion || Object.keys(states).length ? { whole: false, states, version } : null;
	};

	function differenceFor(audience: Exclude<Audience, { kind: 'office' }>): [string, ToldState][] {
		const isClosedIn = ({ closed }: SeatReading) =>
			audience.kind === 'adult' && closed.has(audience.family);
		if (!isClosedIn(before) && !isClosedIn(after))
			return desksFor(audience, after).flatMap((desk) => byDesk.get(desk) ?? []);
		return slotsFor(audience, after)
			.map((id): [string, ToldState] => [id, toldState(id, audience, after)])
			.filter(([id, state]) => toldState(id, audience, before) !== state);
	}
}

const otherThan = <Value>(
	before: ReadonlyMap<string, Value>,
	after: ReadonlyMap<string, Value>,
): [string, Value][] => [...after].filter(([slot, value]) => before.get(slot) !== value);

/** The slots that became free, or are no longer, by desk: what most pages are told. */
function becameFreeOrTaken(
	before: SeatReading,
	after: SeatReading,
): Map<string, [string, ToldState][]> {
	const { slots } = indexOf(after.snapshot);
	const byDesk = new Map<string, [string, ToldState][]>();
	for (const [id, state] of after.states) {
		const isFree = state === 'free';
		if ((before.states.get(id) === 'free') === isFree) continue;
		const { desk } = slots.get(id)!;
		byDesk.set(desk, [...(byDesk.get(desk) ?? []), [id, isFree ? 'free' : 'taken']]);
	}
	return byDesk;
}

function toldState(slot: string, audience: Audience, { states, closed }: SeatReading): ToldState {
	const isClosed = audience.kind === 'adult' && closed.get(audience.family)?.has(slot);
	return states.get(slot) === 'free' && !isClosed ? 'free' : 'taken';
}

function slotsFor(audience: Audience, reading: SeatReading): string[] {
	const { slotsOfDesk } = indexOf(reading.snapshot);
	return desksFor(audience, reading)
		.flatMap((desk) => slotsOfDesk.get(desk) ?? [])
		.map(({ id }) => id);
}

/** Of an adult: the desks that its page shows, and no others. */
function desksFor(audience: Audience, { snapshot, concerns }: SeatReading): readonly string[] {
	switch (audience.kind) {
		case 'office':
			return snapshot.desks.map(({ id }) => id);
		case 'adult': {
			const has = rightsOf(audience.actor, concerns.withdrawn);
			const all = concerns.byFamily.get(audience.family) ?? [];
			const own = all.filter(({ right, students }) => has(right, students));
			return [...new Set(own.map(({ desk }) => desk))];
		}
		case 'teacher':
			return snapshot.desks
				.filter(({ people, substitutes }) =>
					[...people, ...substitutes].some(({ person }) => person === audience.person),
				)
				.map(({ id }) => id);
	}
}
