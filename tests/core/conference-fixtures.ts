import { usualDeskRules } from '$lib/core/desks/desk-rules';
import { typedDate } from '$lib/core/time/local-of';
import type {
	Claim,
	ConferenceFacts,
	ConferenceSnapshot,
	Desk,
	Place,
	Slot,
} from '$lib/core/snapshot/snapshot';
import { claimsByThing } from '$lib/core/snapshot/seat-state';
import { usualRules } from '$lib/core/snapshot/rules';
import type { VisitFacts } from '$lib/core/visits/settle-visit';

/** A small conference to try rules on. Minutes count from the axis' origin, at 3 December 2026, 00:00 UTC. */

export const M = 60_000;
export const ORIGIN = Date.parse('2026-12-03T00:00:00Z');
export const at = (minute: number): number => ORIGIN + minute * M;

export const conference: ConferenceFacts = {
	id: 'c',
	version: 1,
	address: 'winter',
	name: 'Winter',
	words: '',
	limitNote: '',
	timeZone: 'UTC',
	pauseMinutes: 0,
	switchMinutes: 15,
	rules: usualRules,
	publishedAt: 0,
	pausedAt: null,
	pauseWords: '',
	withdrawnAt: null,
	opensAt: null,
	closesAt: null,
};

export const deskOf = (id: string, more: Partial<Desk> = {}): Desk => ({
	id,
	number: 1,
	name: id,
	subject: 'S',
	words: '',
	picture: null,
	familyPicks: false,
	substitutes: [],
	people: [{ person: `teacher ${id}`, role: 'all' }],
	rules: usualDeskRules,
	...more,
});

export const placeOf = (id: string, more: Partial<Place> = {}): Place => ({
	id,
	kind: 'room',
	name: id,
	building: null,
	buildingName: null,
	stepFree: true,
	...more,
});

/** A slot of ten minutes with a gap of two; `<desk> <start>` is its id. */
export const slotOf = (desk: string, start: number, more: Partial<Slot> = {}): Slot => {
	const place = more.place ?? 'room';
	return {
		id: `${desk} ${start}`,
		desk,
		sitting: `${desk}`,
		place,
		places: [place],
		date: typedDate(`2026-12-0${3 + Math.floor(start / 1440)}`),
		seats: 1,
		start: at(start),
		end: at(start + 10),
		claimEnd: at(start + 12),
		...more,
	};
};

export const claimOn = (thing: string, from: number, to: number, occupancy = 'else'): Claim => ({
	thing,
	occupancy,
	start: at(from),
	end: at(to),
	standing: 'booked',
});

export const snapshotOf = (more: Partial<ConferenceSnapshot> = {}): ConferenceSnapshot => ({
	conference,
	dates: ['2026-12-03'],
	places: [placeOf('room')],
	walks: [],
	desks: [deskOf('d')],
	questions: [],
	slots: [slotOf('d', 600), slotOf('d', 612), slotOf('d', 624)],
	interpreters: [],
	busy: [],
	...more,
});

/** What decides about a visit of one family of one adult, `eve`, with a wish for each desk, `for <desk>`. */
export function factsOf(
	snapshot: ConferenceSnapshot,
	more: Partial<Omit<VisitFacts, 'snapshot' | 'claims'>> & { claims?: readonly Claim[] } = {},
): VisitFacts {
	const { claims = [], ...rest } = more;
	return {
		snapshot,
		now: at(500),
		booker: { office: false, asked: false },
		needs: { stepFree: false, interpreter: null },
		adults: [{ id: 'eve', thing: 'eve', notSee: [] }],
		students: [{ id: 'ana', thing: 'ana along' }],
		wishes: snapshot.desks.map(({ id }) => ({
			id: `for ${id}`,
			student: 'ana',
			desks: [id],
			length: 1,
			placed: false,
		})),
		claims: claimsByThing(claims),
		staying: [],
		counted: { own: [], others: [], atDesk: () => 0 },
		closed: new Set<string>(),
		...rest,
	};
}
