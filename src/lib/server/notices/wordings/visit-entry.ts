import ical, {
	ICalAlarmType,
	ICalAttendeeRole,
	ICalAttendeeStatus,
	ICalCalendarMethod,
	ICalEventStatus,
} from 'ical-generator';
import { addDays, instantOf } from '../../../core/time/local-time';
import { typedDate } from '../../../core/time/local-of';
import type { ShownAppointment } from '../../../core/visits/family-projection';
import { m } from '$lib/paraglide/messages';
import type { CalendarPart } from '../../messages/mailer';
import type { Writing } from './writing';
import type { ToldAdult } from './told-adult';
import { rowOf } from './visit-words';
import { ownEntryId } from '../../../core/calendars/own-entries';

/** Before a visit, minutes. */
const REMINDERS = [24 * 60, 60];

/** Seconds are counted from here, so that they have room in a SEQUENCE (RFC 5545, 3.8.7.4). */
const BEGINNING = Date.UTC(2026, 0);

/**
 * A family's visit of each date as one entry of a calendar, as a request without an answer (RFC 5546, 3.2.2), or
 * its end (3.2.5). One UID for each family and date, so that a later one replaces it: SEQUENCE is the second of the
 * act that is told. The attendee is who is told; the organizer is the address that the school sends from.
 */
export function visitEntries(
	writing: Writing,
	told: ToldAdult,
	{ dates, at }: { readonly dates: readonly string[]; readonly at: number },
): CalendarPart[] {
	return dates.map((date) => {
		const own = told.view.appointments.filter((entry) => entry.date === date);
		return entryOf(writing, told, { date, own, at });
	});
}

function entryOf(
	{ app, row, school, to }: Writing,
	{ view, name, page }: ToldAdult,
	visit: {
		readonly date: string;
		readonly own: readonly ShownAppointment[];
		readonly at: number;
	},
): CalendarPart {
	const { date, own, at } = visit;
	const isOver = own.length === 0;
	const method = isOver ? ICalCalendarMethod.CANCEL : ICalCalendarMethod.REQUEST;
	const calendar = ical({
		prodId: { company: 'ten-chairs', product: 'visit', language: 'EN' },
		method,
	});
	const { start, end } = isOver ? wholeDay(date, view.conference.timeZone) : spanOf(own);
	const event = calendar.createEvent({
		id: ownEntryId(`${view.conference.id}-${row.familyId}-${date}`),
		stamp: new Date(app.clock.now()),
		sequence: Math.max(0, Math.floor((at - BEGINNING) / 1000)),
		status: isOver ? ICalEventStatus.CANCELLED : statusOf(own),
		start: new Date(start),
		end: new Date(end),
		summary: m.entry_summary({ conference: view.conference.name, count: own.length }),
		location: [...new Set(own.map((entry) => rowOf(view, entry).where))].join('; '),
		description: own
			.map((entry) => rowOf(view, entry))
			.map(({ time, what, where, link }) =>
				[`${time} ${what}`, where, link].filter(Boolean).join(', '),
			)
			.join('\n'),
		organizer: { name: school.name, email: addressIn(app.config.mailFrom) },
		attendees: [
			{
				name,
				email: to,
				rsvp: false,
				status: ICalAttendeeStatus.ACCEPTED,
				role: ICalAttendeeRole.REQ,
			},
		],
		url: page,
	});
	if (!isOver)
		for (const minutes of REMINDERS)
			event.createAlarm({ type: ICalAlarmType.display, trigger: minutes * 60 });
	return { method: isOver ? 'CANCEL' : 'REQUEST', content: calendar.toString() };
}

/** What is only asked for keeps the whole from being sure. */
const statusOf = (own: readonly ShownAppointment[]): ICalEventStatus =>
	own.some(({ standing }) => standing === 'asked')
		? ICalEventStatus.TENTATIVE
		: ICalEventStatus.CONFIRMED;

const spanOf = (own: readonly ShownAppointment[]): { start: number; end: number } => ({
	start: Math.min(...own.map(({ start }) => start)),
	end: Math.max(...own.map(({ end }) => end)),
});

/** An end needs a time as well, though nobody looks at it. */
function wholeDay(date: string, zone: string): { start: number; end: number } {
	const day = typedDate(date);
	const [from, until] = [instantOf(day, 0, zone), instantOf(addDays(day, 1), 0, zone)];
	return { start: from.ok ? from.epoch : 0, end: until.ok ? until.epoch : 0 };
}

/** The address in `Ten Chairs <office@school.example>`. */
const addressIn = (from: string): string => /<([^>]+)>/.exec(from)?.[1] ?? from;
