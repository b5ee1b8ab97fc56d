import ICAL from 'ical.js';
import { groupBy } from '../group-by';
import { localOf, type LocalDate, typedDate } from '../time/local-of';
import { addDays, daysBetween, isTimeZone } from '../time/local-time';
import { ZoneClock } from '../time/zone-clock';
import { occurrences, type LocalMoment } from '../repeats/recurrence';
import type { Stretch } from '../time/stretch';
import { isOwnEntry } from './own-entries';

export interface CalendarWindow extends Stretch {
	/** The zone of times that name none, and of whole days. */
	readonly zone: string;
	/** Names of the school's conferences: an entry of such a name is the conference itself. */
	readonly conferences: readonly string[];
}

/** More entries inside the window than any person has. */
const MOST_ENTRIES = 5000;

/** One turn of an entry: when it is, and what its calendar says of it. */
export interface Turn extends Stretch {
	readonly component: ICAL.Component;
	/** Whole local days. */
	readonly allDay: boolean;
	readonly uid: string;
}

/** What was taken of a file's turns, or why it could not be read. */
export type EntriesRead<Taken> =
	| { readonly ok: true; readonly taken: readonly Taken[] }
	| { readonly ok: false; readonly reason: 'no-calendar' | 'too-many' };

/**
 * What is wanted of a calendar file's entries (RFC 5545) that touch the window. Those that the program itself
 * wrote or that stand for a conference do not count; repeats are followed with their exceptions and changed
 * turns; times keep their own VTIMEZONE, or their zone's name, or count in the window's zone. The work
 * grows with the file and with what lies in the window, whatever lies outside it.
 */
export function readEntries<Taken>(
	text: string,
	window: CalendarWindow,
	take: (turn: Turn) => Taken | null,
): EntriesRead<Taken> {
	let calendars: ICAL.Component[];
	try {
		const parsed = ICAL.parse(text) as unknown[];
		const roots = (Array.isArray(parsed[0]) ? parsed : [parsed]) as ConstructorParameters<
			typeof ICAL.Component
		>[0][];
		calendars = roots.map((root) => new ICAL.Component(root));
	} catch {
		return { ok: false, reason: 'no-calendar' };
	}
	if (calendars.length === 0 || calendars.some(({ name }) => name !== 'vcalendar'))
		return { ok: false, reason: 'no-calendar' };
	const taken: Taken[] = [];
	const reading = { ...window, clock: new ZoneClock() };
	for (const calendar of calendars) {
		for (const turn of timesOf(calendar, reading)) {
			const one = take(turn);
			if (one === null) continue;
			taken.push(one);
			if (taken.length > MOST_ENTRIES) return { ok: false, reason: 'too-many' };
		}
	}
	return { ok: true, taken };
}

/** What is known while one file is read. */
interface Reading extends CalendarWindow {
	readonly clock: ZoneClock;
}

function* timesOf(calendar: ICAL.Component, window: Reading): Generator<Turn> {
	const days = daysAround(window);
	const conferences = new Set(window.conferences.map(sameName));
	const entries = calendar.getAllSubcomponents('vevent').flatMap((component) => {
		if (isOutside(component, days) || isOfSchool(component, conferences)) return [];
		const entry = entryOf(component, window);
		return entry ? [entry] : [];
	});
	const changes = groupBy(
		entries.filter(({ turn }) => turn !== null),
		({ uid }) => uid,
	);
	for (const entry of entries) {
		const isSeries = entry.turn === null && repeats(entry.component);
		if (isSeries) yield* turnsOf(entry, changes.get(entry.uid) ?? [], window);
		else yield* inWindow(entry, entry, window);
	}
}

/** Whether it is about what happens here: it would close the very slots that it is for. */
function isOfSchool(component: ICAL.Component, conferences: ReadonlySet<string>): boolean {
	const [uid, summary] = ['uid', 'summary'].map((name) =>
		String(component.getFirstPropertyValue(name) ?? ''),
	) as [string, string];
	return isOwnEntry(uid) || conferences.has(sameName(summary));
}

const sameName = (name: string): string => name.trim().replaceAll(/\s+/g, ' ').toLowerCase();

/** An entry with its times in milliseconds. */
interface Entry extends Stretch {
	readonly component: ICAL.Component;
	readonly uid: string;
	/** Which turn of a repeat it changes; `null`: none. */
	readonly turn: number | null;
	readonly first: ICAL.Time;
	readonly allDay: boolean;
}

const repeats = (component: ICAL.Component): boolean =>
	component.hasProperty('rrule') || component.hasProperty('rdate');

/** Two days more than any zone is away from another one. */
const ZONES_APART = 3;

/**
 * Whether a plain entry lies outside the window, seen from its dates alone: most of a calendar lies in
 * the past, and reckoning its zones takes long.
 */
function isOutside(component: ICAL.Component, { first, last }: Days): boolean {
	if (repeats(component) || component.hasProperty('recurrence-id')) return false;
	const [start, end] = ['dtstart', 'dtend'].map((name) => component.getFirstPropertyValue(name));
	return (
		(end instanceof ICAL.Time && dateOf(end) < first) ||
		(start instanceof ICAL.Time && dateOf(start) > last)
	);
}

/** The days that a stretch touches, wherever on earth. */
interface Days {
	readonly first: LocalDate;
	readonly last: LocalDate;
}

const daysAround = ({ start, end }: Stretch): Days => ({
	first: addDays(localOf(start, 'UTC').date, -ZONES_APART),
	last: addDays(localOf(end, 'UTC').date, ZONES_APART),
});

function entryOf(component: ICAL.Component, window: Reading): Entry | null {
	const { clock, zone } = window;
	// The library looks through all others for changes of this one, unless it is told that there are none.
	const event = new ICAL.Event(component, { exceptions: [], strictExceptions: true });
	const first = event.startDate;
	if (!first) return null;
	const start = epochOf(first, component, window);
	const allDay = first.isDate;
	const end = epochOf(event.endDate, component, window);
	const turn = component.getFirstPropertyValue('recurrence-id');
	return {
		component,
		uid: event.uid ?? '',
		first,
		allDay,
		start,
		// A whole day without an end lasts until midnight.
		end: allDay && end <= start ? clock.laterInstantOf(addDays(dateOf(first), 1), 0, zone) : end,
		turn: turn instanceof ICAL.Time ? epochOf(turn, component, window) : null,
	};
}

/** The turns of a repeat that nobody changed or left out; changed ones are entries by themselves. */
function* turnsOf(series: Entry, changes: readonly Entry[], window: Reading): Generator<Turn> {
	const { component } = series;
	const { clock } = window;
	const changed = new Set(changes.map(({ turn }) => turn));
	const onwards = changes
		.filter(({ component }) => isOnwards(component))
		.sort((a, b) => b.turn! - a.turn!);
	const leftOut = new Set(
		timesIn(component, 'exdate').map((time) => epochOf(time, component, window)),
	);
	for (const time of momentsOf(series, reachOf(series, onwards, window))) {
		const start = epochOf(time, component, window);
		if (changed.has(start) || leftOut.has(start)) continue;
		const end = series.allDay
			? clock.laterInstantOf(addDays(dateOf(time), daysOf(series, window.zone)), 0, window.zone)
			: start + (series.end - series.start);
		// A change of one turn may go for all that come after it.
		const change = onwards.find(({ turn }) => turn! < start);
		if (!change) yield* inWindow(series, { start, end }, window);
		else {
			const moved = start + (change.start - change.turn!);
			yield* inWindow(change, { start: moved, end: moved + (change.end - change.start) }, window);
		}
	}
}

const isOnwards = (component: ICAL.Component): boolean =>
	component.getFirstProperty('recurrence-id')?.getFirstParameter('range') === 'THISANDFUTURE';

const daysOf = ({ start, end }: Stretch, zone: string): number =>
	Math.max(1, daysBetween(localOf(start, zone).date, localOf(end, zone).date));

/** The stretch in which a turn may begin that touches the window, as long and as far moved as any is. */
function reachOf(series: Entry, onwards: readonly Entry[], window: CalendarWindow): Stretch {
	const all = [series, ...onwards];
	const moves = [0, ...onwards.map(({ start, turn }) => start - turn!)];
	const longest = Math.max(...all.map(({ start, end }) => end - start));
	return {
		start: window.start - longest - Math.max(...moves),
		end: window.end - Math.min(...moves),
	};
}

/** When a repeat comes, in the local time of its own zone: by its rules and the dates it names. */
function momentsOf({ component, first, start }: Entry, reach: Stretch): ICAL.Time[] {
	const { first: from, last: before } = daysAround(reach);
	const own = localMoment(first);
	const moments = component.getAllProperties('rrule').flatMap((property) => {
		const rule = property.getFirstValue();
		if (!(rule instanceof ICAL.Recur)) return [];
		try {
			return occurrences(own, localRule(rule, first, component), { from, before });
		} catch {
			// A rule that nobody can follow: the entry itself still counts.
			return [own];
		}
	});
	const named = timesIn(component, 'rdate');
	if (!component.hasProperty('rrule')) moments.unshift(own);
	const turns = moments.map(({ date, minute }) => {
		const time = first.clone();
		const [year, month, day] = date.split('-').map(Number) as [number, number, number];
		time.year = year;
		time.month = month;
		time.day = day;
		if (time.isDate) return time;
		time.hour = Math.floor(minute / 60);
		time.minute = minute % 60;
		return time;
	});
	return start >= reach.end ? [] : [...turns, ...named];
}

const localMoment = (time: ICAL.Time): LocalMoment => ({
	date: dateOf(time),
	minute: time.isDate ? 0 : time.hour * 60 + time.minute,
});

/** The rule with its end as local time of the series: in files it ends at a moment in UTC. */
function localRule(rule: ICAL.Recur, first: ICAL.Time, component: ICAL.Component): string {
	const text = rule.toString().replace(/;?UNTIL=[^;]*/, '');
	const { until } = rule;
	if (!until) return text;
	const digits = (date: string, minute: number) =>
		`${date.replaceAll('-', '')}T${String(Math.floor(minute / 60)).padStart(2, '0')}${String(minute % 60).padStart(2, '0')}59`;
	if (until.isDate) return `${text};UNTIL=${digits(dateOf(until), 24 * 60 - 1)}`;
	const named = zoneName(component);
	if (isFloating(until) || first.isDate)
		return `${text};UNTIL=${digits(dateOf(until), first.isDate ? 24 * 60 - 1 : until.hour * 60 + until.minute)}`;
	const local = isFloating(first)
		? isTimeZone(named)
			? localOf(until.toUnixTime() * 1000, named)
			: localMoment(until)
		: localMoment(until.convertToZone(first.zone));
	return `${text};UNTIL=${digits(local.date, local.minute)}`;
}

/** The times of a property that may be there several times, each with several of them. */
const timesIn = (component: ICAL.Component, name: string): ICAL.Time[] =>
	component
		.getAllProperties(name)
		.flatMap((property) => property.getValues() as unknown[])
		.flatMap((value) =>
			value instanceof ICAL.Time ? value : value instanceof ICAL.Period ? value.start : [],
		);

function* inWindow(
	{ component, allDay, uid }: Entry,
	{ start, end }: Stretch,
	window: CalendarWindow,
): Generator<Turn> {
	if (end <= start || end <= window.start || start >= window.end) return;
	yield { component, start, end, allDay, uid };
}

const isFloating = (time: ICAL.Time): boolean =>
	!time.zone || time.zone === ICAL.Timezone.localTimezone;

const zoneName = (component: ICAL.Component): string =>
	component.getFirstProperty('dtstart')?.getFirstParameter('tzid') ?? '';

const dateOf = (time: ICAL.Time): LocalDate => typedDate(time.toString().slice(0, 10));

/** Milliseconds of a calendar's time; one that names no zone, or none that is known, counts in `zone`. */
function epochOf(time: ICAL.Time, component: ICAL.Component, { clock, zone }: Reading): number {
	if (!time.isDate && !isFloating(time)) return time.toUnixTime() * 1000;
	const named = zoneName(component);
	const within = !time.isDate && clock.knows(named) ? named : zone;
	const seconds = time.isDate ? 0 : time.second * 1000;
	return clock.laterInstantOf(dateOf(time), localMoment(time).minute, within) + seconds;
}
