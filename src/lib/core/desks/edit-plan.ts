import type { Division } from '../slots/slot-grid';
import { DAY_MINUTES, type LocalDate } from '../time/local-of';
import { overlaps, type Stretch } from '../time/stretch';
import type { Hours } from '../slots/hours';
import {
	datesOf,
	followingSeries,
	sittingsOfPlan,
	sittingsOfSeries,
	type ConferenceHours,
	type DeskPlan,
	type PlannedPlace,
	type PlannedSitting,
	type SeriesPlan,
} from './desk-plan';

/** What edits of a plan need besides the plan. */
export interface EditTools {
	readonly conference: ConferenceHours;
	/** Names for new series. */
	readonly newId: () => string;
}

/** Which sitting of a desk is meant: they never overlap. */
export type SittingKey = Pick<Hours, 'date' | 'start'>;

/** What can be set of sittings at once. What is missing stays as it is. */
export interface SittingChange {
	readonly division?: Division | null;
	readonly seats?: number;
	readonly places?: readonly PlannedPlace[];
}

const withSeries = (plan: DeskPlan, series: readonly SeriesPlan[]): DeskPlan => ({
	...plan,
	series,
});

/** The sitting that begins then, or `undefined`. */
export const sittingAt = (
	plan: DeskPlan,
	key: SittingKey,
	tools: EditTools,
): PlannedSitting | undefined =>
	sittingsOfPlan(plan, tools.conference).find(
		({ date, start }) => date === key.date && start === key.start,
	);

/**
 * The plan in which each sitting of the series on that date is a series of its own: what follows the
 * conference or a week's rule leaves this date out from now on. A series that is no more than one
 * sitting stays as it is.
 */
function apartOn(plan: DeskPlan, id: string, date: LocalDate, tools: EditTools): DeskPlan {
	const series = plan.series.find((entry) => entry.id === id);
	if (!series) return plan;
	const { when } = series;
	if (when.kind === 'once' && series.breaks.length === 0) return plan;
	const here = sittingsOfSeries(series, tools.conference).filter((entry) => entry.date === date);
	const rest = withoutDate(series, date, tools);
	const alone = here.map(({ start, end }, index): SeriesPlan => ({
		...series,
		id: !rest && index === 0 ? series.id : tools.newId(),
		when: { kind: 'once', date, start, end },
		breaks: [],
	}));
	return withSeries(
		plan,
		plan.series.flatMap((entry) =>
			entry === series ? [...(rest ? [rest] : []), ...alone] : entry,
		),
	);
}

/** The series without one of its dates; `null` when nothing is left of it. */
function withoutDate(series: SeriesPlan, date: LocalDate, tools: EditTools): SeriesPlan | null {
	const { when } = series;
	if (when.kind === 'once' || (when.kind === 'conference' && when.only !== null)) return null;
	const left = { ...series, when: { ...when, except: [...when.except, date].sort() } };
	const isOver = when.kind === 'weekly' && sittingsOfSeries(left, tools.conference).length === 0;
	return isOver ? null : left;
}

/** Gives a sitting other hours, on its date or on another one. */
export function moveSitting(
	plan: DeskPlan,
	key: SittingKey,
	to: Hours,
	tools: EditTools,
): DeskPlan {
	const target = sittingAt(plan, key, tools);
	if (!target) return plan;
	const alone = apartOn(plan, target.series, key.date, tools);
	const found = sittingAt(alone, key, tools)!;
	const { date, start, end } = to;
	return withSeries(
		alone,
		alone.series.map((series) =>
			series.id === found.series ? { ...series, when: { kind: 'once', date, start, end } } : series,
		),
	);
}

/** Takes sittings away. */
export function removeSittings(
	plan: DeskPlan,
	keys: readonly SittingKey[],
	tools: EditTools,
): DeskPlan {
	return keys.reduce((current, key) => {
		const target = sittingAt(current, key, tools);
		if (!target) return current;
		const alone = apartOn(current, target.series, key.date, tools);
		const found = sittingAt(alone, key, tools);
		return withSeries(
			alone,
			alone.series.filter(({ id }) => id !== found?.series),
		);
	}, plan);
}

/** Takes a whole series away, with all its dates. */
export const removeSeries = (plan: DeskPlan, id: string): DeskPlan =>
	withSeries(
		plan,
		plan.series.filter((series) => series.id !== id),
	);

/** Cuts a break out of a sitting. A break that leaves nothing before or after it shortens the sitting. */
export function splitSitting(
	plan: DeskPlan,
	key: SittingKey,
	pause: Stretch,
	tools: EditTools,
): DeskPlan {
	const sitting = sittingAt(plan, key, tools);
	if (!sitting || !overlaps(sitting, pause)) return plan;
	const parts = [
		{ start: sitting.start, end: Math.min(pause.start, sitting.end) },
		{ start: Math.max(pause.end, sitting.start), end: sitting.end },
	].filter(({ start, end }) => start < end);
	const [first, second] = parts;
	if (!first) return removeSittings(plan, [key], tools);
	const moved = moveSitting(plan, key, { date: key.date, ...first }, tools);
	return second ? addSitting(moved, { date: key.date, ...second }, sitting, tools) : moved;
}

/** Adds hours on a date, like another sitting or with the places of the desk's first series. */
export function addSitting(
	plan: DeskPlan,
	{ date, start, end }: Hours,
	like: Pick<PlannedSitting, 'seats' | 'places'> & { readonly series?: string },
	tools: EditTools,
): DeskPlan {
	const model = plan.series.find(({ id }) => id === like.series);
	return withSeries(plan, [
		...plan.series,
		{
			id: tools.newId(),
			when: { kind: 'once', date, start, end },
			breaks: [],
			division: model?.division ?? null,
			seats: like.seats,
			places: like.places,
		},
	]);
}

/**
 * Sets something of sittings. Where all sittings of a series are meant, the series changes; where only
 * some are, their dates become a part of their own, which goes on following the conference if it did.
 */
export function setSittings(
	plan: DeskPlan,
	keys: readonly SittingKey[],
	change: SittingChange,
	tools: EditTools,
): DeskPlan {
	const chosen = new Set(keys.map(({ date, start }) => `${date} ${start}`));
	const isChosen = ({ date, start }: Hours) => chosen.has(`${date} ${start}`);
	return withSeries(
		plan,
		plan.series.flatMap((series): SeriesPlan[] => {
			const sittings = sittingsOfSeries(series, tools.conference);
			const meant = sittings.filter(isChosen);
			if (meant.length === 0) return [series];
			if (meant.length === sittings.length) return [{ ...series, ...change }];
			const dates = [...new Set(meant.map(({ date }) => date))];
			const rest = dates.reduce<SeriesPlan | null>(
				(left, date) => left && withoutDate(left, date, tools),
				series,
			);
			const parts = dates.flatMap((date): SeriesPlan[] => {
				const here = sittings.filter((sitting) => sitting.date === date);
				if (series.when.kind === 'conference' && here.every(isChosen))
					return [
						{
							...series,
							...change,
							id: tools.newId(),
							when: { kind: 'conference', only: date, except: [] },
						},
					];
				return here.map((sitting) => ({
					...series,
					...(isChosen(sitting) ? change : null),
					id: tools.newId(),
					breaks: [],
					when: { kind: 'once', date, start: sitting.start, end: sitting.end },
				}));
			});
			return rest ? [rest, ...parts] : parts;
		}),
	);
}

/** Gives a desk the same hours on other dates as on one; what it had there goes. */
export function copyDate(
	plan: DeskPlan,
	from: LocalDate,
	dates: readonly LocalDate[],
	tools: EditTools,
): DeskPlan {
	const model = sittingsOfPlan(plan, tools.conference).filter(({ date }) => date === from);
	return dates
		.filter((date) => date !== from)
		.reduce((current, date) => {
			const bare = clearDate(current, date, tools);
			return model.reduce(
				(filled, sitting) => addSitting(filled, { ...sitting, date }, sitting, tools),
				bare,
			);
		}, plan);
}

function clearDate(plan: DeskPlan, date: LocalDate, tools: EditTools): DeskPlan {
	const there = sittingsOfPlan(plan, tools.conference).filter((sitting) => sitting.date === date);
	return removeSittings(plan, there, tools);
}

/** Gives a desk another desk's hours, division and seats; each desk keeps its places. */
export function copyHours(from: DeskPlan, to: DeskPlan, tools: EditTools): DeskPlan {
	const own = placesOf(to);
	return withSeries(
		to,
		from.series.map((series) => ({
			...series,
			id: tools.newId(),
			places: own.length ? own : [],
		})),
	);
}

/** Puts single hours of another desk into this one; what overlaps there goes. */
export function copySittings(
	to: DeskPlan,
	hours: readonly (Hours & Pick<PlannedSitting, 'seats'>)[],
	tools: EditTools,
): DeskPlan {
	return hours.reduce((current, entry) => {
		const inTheWay = sittingsOfPlan(current, tools.conference).filter(
			(sitting) => sitting.date === entry.date && overlaps(sitting, entry),
		);
		const bare = removeSittings(current, inTheWay, tools);
		return addSitting(bare, entry, { seats: entry.seats, places: placesOf(to) }, tools);
	}, to);
}

/** Gives a desk the conference's hours again, in one series, at its places. */
export function followConference(plan: DeskPlan, tools: EditTools): DeskPlan {
	const [first] = plan.series;
	const following = followingSeries(tools.newId(), placesOf(plan));
	return withSeries(plan, [
		first ? { ...following, division: first.division, seats: first.seats } : following,
	]);
}

/** The places of a desk's first series that has any. */
export const placesOf = (plan: Pick<DeskPlan, 'series'>): readonly PlannedPlace[] =>
	plan.series.find(({ places }) => places.length > 0)?.places ?? [];

/** The room of a list of places, in its usual place of the list, for another one; `null` takes it away. */
export function withRoom(
	places: readonly PlannedPlace[],
	room: Extract<PlannedPlace, { kind: 'room' }> | null,
): PlannedPlace[] {
	const others = places.filter(({ kind }) => kind !== 'room');
	if (!room) return others;
	const at = Math.max(
		0,
		places.findIndex(({ kind }) => kind === 'room'),
	);
	return [...others.slice(0, at), room, ...others.slice(at)];
}

/**
 * How far a sitting can go: its stretch moved or stretched as wanted, kept inside the day, off the
 * desk's other sittings on that date, and not shorter than `least` minutes. `null` when there is no room.
 */
export function clampStretch(
	wanted: Stretch,
	others: readonly Stretch[],
	mode: 'move' | 'start' | 'end',
	least: number,
): Stretch | null {
	const middle =
		mode === 'start' ? wanted.end : mode === 'end' ? wanted.start : (wanted.start + wanted.end) / 2;
	const before = others.filter(({ end, start }) => (start + end) / 2 <= middle);
	const after = others.filter((other) => !before.includes(other));
	const from = Math.max(0, ...before.map(({ end }) => end));
	const to = Math.min(DAY_MINUTES, ...after.map(({ start }) => start));
	if (to - from < least) return null;
	if (mode === 'start')
		return { start: Math.min(Math.max(wanted.start, from), wanted.end - least), end: wanted.end };
	if (mode === 'end')
		return { start: wanted.start, end: Math.max(Math.min(wanted.end, to), wanted.start + least) };
	const length = Math.min(wanted.end - wanted.start, to - from);
	const start = Math.min(Math.max(wanted.start, from), to - length);
	return { start, end: start + length };
}

/** Dates on which a desk sits or the conference takes place, in order. */
export const datesInUse = (
	plans: readonly Pick<DeskPlan, 'series'>[],
	conference: ConferenceHours,
): LocalDate[] =>
	[
		...new Set([
			...datesOf(conference),
			...plans.flatMap((plan) => sittingsOfPlan(plan, conference).map(({ date }) => date)),
		]),
	].sort();
