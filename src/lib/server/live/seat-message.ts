import type { SeatState } from '../../core/conferences/seat-state';
import type { ConferenceSnapshot } from '../../core/conferences/snapshot';
import { indexOf } from '../../core/conferences/snapshot-index';

/** What an open page is told. The first message of a stream, and any after a loss, is whole. */
export interface SeatMessage {
	readonly whole: boolean;
	readonly states: Readonly<Record<string, SeatState>>;
	/** Which state of the set-up it is. */
	readonly version: number;
}

/** Whose page listens: the office hears of all desks, others of those that concern them. */
export type Audience =
	| { readonly kind: 'office' }
	| { readonly kind: 'family'; readonly family: string }
	| { readonly kind: 'teacher'; readonly person: string };

/** A conference's seats as they were read at some moment. */
export interface SeatReading {
	readonly snapshot: ConferenceSnapshot;
	readonly states: ReadonlyMap<string, SeatState>;
	/** Desks at which families want to be received, or will be. */
	readonly desksOfFamilies: ReadonlyMap<string, readonly string[]>;
}

/** All that an audience may be told. */
export function wholeMessage(reading: SeatReading, audience: Audience): SeatMessage {
	const { snapshot, states } = reading;
	const { slotsOfDesk } = indexOf(snapshot);
	const desks = desksFor(audience, reading);
	const told =
		desks === 'all'
			? [...states]
			: desks
					.flatMap((desk) => slotsOfDesk.get(desk) ?? [])
					.map(({ id }) => [id, states.get(id)!] as const);
	return { whole: true, states: Object.fromEntries(told), version: snapshot.conference.version };
}

/** Makes what changed from one reading to the next into messages; `null`: nothing for this audience. */
export function differenceFrom(
	before: SeatReading,
	after: SeatReading,
): (audience: Audience) => SeatMessage | null {
	const { version } = after.snapshot.conference;
	const isOtherVersion = before.snapshot.conference.version !== version;
	const { slots } = indexOf(after.snapshot);
	const changed = [...after.states].filter(([slot, state]) => before.states.get(slot) !== state);
	const byDesk = new Map<string, (typeof changed)[number][]>();
	for (const entry of changed) {
		const { desk } = slots.get(entry[0])!;
		byDesk.set(desk, [...(byDesk.get(desk) ?? []), entry]);
	}
	const toAll = { whole: false, states: Object.fromEntries(changed), version };
	return (audience) => {
		const desks = desksFor(audience, after);
		const message =
			desks === 'all'
				? toAll
				: {
						...toAll,
						states: Object.fromEntries(desks.flatMap((desk) => byDesk.get(desk) ?? [])),
					};
		return isOtherVersion || Object.keys(message.states).length ? message : null;
	};
}

function desksFor(
	audience: Audience,
	{ snapshot, desksOfFamilies }: SeatReading,
): readonly string[] | 'all' {
	switch (audience.kind) {
		case 'office':
			return 'all';
		case 'family':
			return desksOfFamilies.get(audience.family) ?? [];
		case 'teacher':
			return snapshot.desks
				.filter(({ people, substitutes }) =>
					[...people, ...substitutes].some(({ person }) => person === audience.person),
				)
				.map(({ id }) => id);
	}
}
