import type { ReadinessFacts, WishedMeeting } from '$lib/core/readiness/readiness-facts';
import type { ConferenceSnapshot } from '$lib/core/snapshot/snapshot';
import { at, snapshotOf } from '../conference-fixtures';

/** One family wants one meeting for its one child. */
export const wishFor = (
	family: string,
	desks: string | readonly string[],
	more: Partial<WishedMeeting> = {},
): WishedMeeting => ({
	family,
	student: `${family}'s`,
	desks: [desks].flat(),
	length: 1,
	isServed: false,
	...more,
});

/** A sound conference of one desk with three slots, before anybody booked; facts to change one by one. */
export function readyFacts(
	more: Partial<Omit<ReadinessFacts, 'snapshot'>> & {
		readonly snapshot?: Partial<ConferenceSnapshot>;
	} = {},
): ReadinessFacts {
	const { snapshot: changed, ...rest } = more;
	const snapshot = snapshotOf(changed);
	const wishes = rest.wishes ?? [wishFor('ana', 'd')];
	return {
		snapshot,
		wishes,
		now: at(0),
		holidays: [],
		hours: [{ date: '2026-12-03', start: 600, end: 660 }],
		claims: [],
		families: [...new Set(wishes.map(({ family }) => family))].map((id) => ({
			id,
			stepFree: false,
			interpreter: null,
			adults: [{ id: `of ${id}`, email: `${id}@example.org`, telephone: null }],
		})),
		teachers: snapshot.desks.map(({ id }) => ({
			id: `teacher ${id}`,
			email: `${id}@school.example.org`,
			isConfirmed: true,
			hasStudents: true,
			sitsAtDesk: true,
		})),
		desks: snapshot.desks.map(({ id }) => ({
			id,
			hasTimes: true,
			lacksPlace: false,
			isForAll: false,
		})),
		videos: [],
		untaughtClasses: [],
		unreceived: [],
		apart: [],
		clashProblem: {
			sittings: [],
			conference: [],
			rooms: [],
			walks: [],
			busy: [],
			booked: [],
			brought: [],
		},
		...rest,
	};
}
