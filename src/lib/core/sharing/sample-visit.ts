import { groupBy } from '../group-by';
import type { ConferenceSnapshot, Slot } from '../snapshot/snapshot';
import { MINUTE } from '../time/local-of';

/** A meeting as a guide shows it: the conference's own times and subjects, and nobody's name. */
export interface SampleMeeting extends Pick<Slot, 'date' | 'start' | 'end'> {
	readonly subject: string;
}

type Plan = Pick<ConferenceSnapshot, 'desks' | 'slots'> & {
	readonly conference: Pick<ConferenceSnapshot['conference'], 'pauseMinutes'>;
};

/**
 * What a visit to a conference looks like: up to `most` meetings about different subjects on its first date, each
 * after the one before and its pause, as early as can be. Desks of no subject, and those that are not to be shown
 * (ids), are left out.
 */
export function sampleVisit(
	{ desks, slots, conference }: Plan,
	hidden: ReadonlySet<string>,
	most: number,
): SampleMeeting[] {
	const subjects = new Map(
		desks.filter(({ id }) => !hidden.has(id)).map(({ id, subject }) => [id, subject.trim()]),
	);
	const shown = slots.filter(({ desk }) => subjects.get(desk));
	const visit: SampleMeeting[] = [];
	for (const { desk, date, start, end } of shown) {
		const before = visit.at(-1);
		const subject = subjects.get(desk)!;
		if (visit.length === most || date !== shown[0]!.date) break;
		if (before && start < before.end + conference.pauseMinutes * MINUTE) continue;
		if (visit.some((meeting) => meeting.subject === subject)) continue;
		visit.push({ subject, date, start, end });
	}
	return visit;
}

/** A day at one desk: its first date, at the desk that has the most slots on one. */
export function sampleDay(
	{ desks, slots }: Pick<Plan, 'desks' | 'slots'>,
	hidden: ReadonlySet<string>,
): SampleMeeting[] {
	const subjects = new Map(desks.map(({ id, subject }) => [id, subject.trim()]));
	const days = groupBy(
		slots.filter(({ desk }) => !hidden.has(desk)),
		({ desk, date }) => `${desk}/${date}`,
	);
	const longest = [...days.values()].reduce<readonly Slot[]>(
		(longest, day) => (day.length > longest.length ? day : longest),
		[],
	);
	return longest.map(({ desk, date, start, end }) => ({
		subject: subjects.get(desk) ?? '',
		date,
		start,
		end,
	}));
}
