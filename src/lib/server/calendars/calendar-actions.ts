import { fail, type RequestEvent } from '@sveltejs/kit';
import { z } from 'zod';
import type { Actor } from '../../core/permissions/may';
import { instantOf } from '../../core/time/local-time';
import { parseTypedDate } from '../../core/time/typed-date';
import { parseTypedTime } from '../../core/time/typed-time';
import { DAY_MINUTES, localOf } from '../../core/time/local-of';
import { m } from '$lib/paraglide/messages';
import { blockRemove, calendarRemove, entryCounts } from '../../operations/calendars';
import { addBlock, removeBlock, removeCalendar, setEntryCounts } from './change-calendars';
import {
	addCalendarAddress,
	addCalendarFile,
	readCalendarsOf,
	type BlockLine,
	type CalendarAdded,
	type CalendarFailure,
	type CalendarLine,
} from './calendars';
import { LARGEST_CALENDAR } from './fetch-calendar';
import { readSchool } from '../register/school';
import { readForm } from '../foundation/requests/read-form';

/** Whose calendars they are, and who acts. Refuses whoever may not. */
type Whose = (event: RequestEvent) => { readonly actor: Actor; readonly person: string };

/** The sentence for why a calendar could not be read. */
function calendarFailureText(reason: CalendarFailure): string {
	switch (reason) {
		case 'no-address':
			return m.calendar_no_address();
		case 'private':
			return m.calendar_private();
		case 'unreachable':
			return m.calendar_unreachable();
		case 'too-slow':
			return m.calendar_too_slow();
		case 'too-large':
			return m.calendar_too_large();
		case 'refused':
		case 'too-many-redirects':
			return m.calendar_refused();
		case 'no-calendar':
			return m.calendar_no_calendar();
		case 'too-much-work':
			return m.calendar_too_much_work();
		case 'too-many':
			return m.calendar_too_many();
	}
}

/** Calendars with the sentence for why one could not be read again. */
export const withFailures = ({
	calendars,
	blocks,
}: {
	calendars: readonly CalendarLine[];
	blocks: readonly BlockLine[];
}) => ({
	blocks,
	calendars: calendars.map((calendar) => ({
		...calendar,
		failure: calendar.failure && calendarFailureText(calendar.failure),
	})),
});

const told = (added: CalendarAdded) =>
	added.ok
		? { calendarSaid: m.calendar_read({ count: added.entries }) }
		: fail(400, { calendarProblem: calendarFailureText(added.reason) });

/** What can be done about a person's calendars and blocks, for the office and for the person. */
export const calendarActions = (whose: Whose) => ({
	calendarFile: async (event: RequestEvent) => {
		const { actor, person } = whose(event);
		const file = (await event.request.formData()).get('file');
		if (!(file instanceof File) || file.size === 0)
			return fail(400, { calendarProblem: m.calendar_choose_file() });
		if (file.size > LARGEST_CALENDAR) return told({ ok: false, reason: 'too-large' });
		const { app } = event.locals;
		const name = file.name.slice(0, 120);
		return told(await addCalendarFile(app, actor, person, { name, text: await file.text() }));
	},
	calendarAddress: async (event: RequestEvent) => {
		const { actor, person } = whose(event);
		const read = readForm(
			await event.request.formData(),
			z.object({ address: z.string().max(2000) }),
		);
		if (!read.ok) return fail(400, { calendarProblem: read.problem });
		return told(
			await addCalendarAddress(event.locals.app, actor, person, read.fields.address.trim()),
		);
	},
	calendarAgain: async (event: RequestEvent) => {
		const { actor, person } = whose(event);
		await readCalendarsOf(event.locals.app, actor, person);
	},
	calendarRemove: async (event: RequestEvent) => {
		const { actor, person } = whose(event);
		const read = readForm(await event.request.formData(), calendarRemove.input, { person });
		if (!read.ok) return fail(400, { calendarProblem: read.problem });
		await removeCalendar(event.locals.app, actor, read.fields);
	},
	entry: async (event: RequestEvent) => {
		const { actor, person } = whose(event);
		const read = readForm(await event.request.formData(), entryCounts.input, { person });
		if (!read.ok) return fail(400, { calendarProblem: read.problem });
		await setEntryCounts(event.locals.app, actor, read.fields);
	},
	block: async (event: RequestEvent) => {
		const { actor, person } = whose(event);
		const read = readForm(
			await event.request.formData(),
			z.object({ date: z.string(), from: z.string(), until: z.string() }),
		);
		if (!read.ok) return fail(400, { calendarProblem: read.problem });
		const zone = (await readSchool(event.locals.app.db))?.timeZone ?? 'UTC';
		const block = readBlockFields(read.fields, event.locals.app.clock.now(), zone);
		if ('problem' in block) return fail(400, { calendarProblem: block.problem });
		await addBlock(event.locals.app, actor, { person, ...block });
	},
	unblock: async (event: RequestEvent) => {
		const { actor, person } = whose(event);
		const read = readForm(await event.request.formData(), blockRemove.input, { person });
		if (!read.ok) return fail(400, { calendarProblem: read.problem });
		await removeBlock(event.locals.app, actor, read.fields);
	},
});

/** Hours off, or with both times left empty the whole day. */
function readBlockFields(
	{ date: typed, from, until }: { date: string; from: string; until: string },
	now: number,
	zone: string,
): { start: number; end: number; allDay: boolean } | { problem: string } {
	const date = parseTypedDate(typed, localOf(now, zone).date);
	if (!date) return { problem: m.date_unreadable({ text: typed }) };
	const allDay = !from.trim() && !until.trim();
	const first = allDay ? 0 : parseTypedTime(from);
	const last = allDay ? DAY_MINUTES : parseTypedTime(until);
	if (first === null) return { problem: m.time_unreadable({ text: from }) };
	if (last === null) return { problem: m.time_unreadable({ text: until }) };
	if (last <= first) return { problem: m.hours_end_before_start() };
	const [start, end] = [instantOf(date, first, zone), instantOf(date, last, zone)];
	if (!start.ok || !end.ok) return { problem: m.hours_no_such_time() };
	return { start: start.epoch, end: end.epoch, allDay };
}
