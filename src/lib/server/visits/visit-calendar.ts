import ical, {
	ICalAlarmType,
	ICalCalendarMethod,
	ICalEventStatus,
	type ICalEvent,
} from 'ical-generator';
import { ownEntryId } from '../../core/calendars/own-entries';
import type { FamilyProjection } from '../../core/visits/family-projection';
import type { EndedAppointment } from './ended-appointments';
import type { GuestView } from './guests';
import { metAt, type MetAt } from '../../core/desks/named-substitutes';

/** Sentences come from the message library; the calendar only arranges them. */
export interface CalendarWords {
	summary(desk: string, students: string): string;
	place(appointment: FamilyProjection['appointments'][number]): string;
	description(appointment: FamilyProjection['appointments'][number], met: MetAt): string;
}

/** Minutes before an appointment at which a calendar reminds of it. */
const REMINDERS = [24 * 60, 30];

/**
 * A family's appointments as an iCalendar file (RFC 5545), in UTC so that every program agrees. What is only
 * asked for is tentative, what ended is cancelled; the sequence rises with every change, so that a newer file
 * replaces an older one.
 */
export function visitCalendar(
	{ view, ended }: { readonly view: FamilyProjection; readonly ended: readonly EndedAppointment[] },
	now: number,
	words: CalendarWords,
): string {
	const calendar = ical({
		name: view.conference.name,
		prodId: { company: 'ten-chairs', product: 'visit', language: 'EN' },
		method: ICalCalendarMethod.PUBLISH,
	});
	const students = new Map(view.students.map(({ id, name }) => [id, name]));
	const desks = new Map(view.desks.map((desk) => [desk.id, desk]));
	for (const appointment of view.appointments) {
		const desk = desks.get(appointment.desk) ?? { name: '', substitutes: [] };
		const met = metAt(desk, appointment.date);
		const event = calendar.createEvent({
			id: eventId(appointment),
			stamp: new Date(now),
			sequence: appointment.revision,
			status:
				appointment.standing === 'asked' ? ICalEventStatus.TENTATIVE : ICalEventStatus.CONFIRMED,
			start: new Date(appointment.start),
			end: new Date(appointment.end),
			summary: words.summary(
				met.name,
				appointment.students.map((id) => students.get(id) ?? '').join(', '),
			),
			location: words.place(appointment),
			description: words.description(appointment, met),
			url: appointment.link,
		});
		remind(event);
	}
	for (const gone of ended)
		calendar.createEvent({
			id: eventId(gone),
			stamp: new Date(now),
			sequence: gone.revision,
			status: ICalEventStatus.CANCELLED,
			start: new Date(gone.start),
			end: new Date(gone.end),
			summary: words.summary(gone.desk, ''),
		});
	return calendar.toString();
}

function remind(event: ICalEvent): void {
	for (const minutes of REMINDERS)
		event.createAlarm({ type: ICalAlarmType.display, trigger: minutes * 60 });
}

/** Stays as long as the appointment, however it moves. */
const eventId = ({ id }: { readonly id: string }): string => ownEntryId(id);

/** The one appointment that a guest was asked along to. */
export function guestCalendar(
	{ id, revision, conference, start, end, link }: GuestView,
	now: number,
	words: { readonly summary: string; readonly location: string; readonly description: string },
): string {
	const calendar = ical({
		name: conference,
		prodId: { company: 'ten-chairs', product: 'visit', language: 'EN' },
		method: ICalCalendarMethod.PUBLISH,
	});
	const event = calendar.createEvent({
		...words,
		id: eventId({ id }),
		stamp: new Date(now),
		sequence: revision,
		status: ICalEventStatus.CONFIRMED,
		start: new Date(start),
		end: new Date(end),
		url: link,
	});
	remind(event);
	return calendar.toString();
}

const QUARTER_OF_AN_HOUR = 15 * 60_000;

/** The moment at which booking opens, as an entry with an alarm. */
export function openingCalendar(
	opensAt: number,
	now: number,
	words: { readonly id: string; readonly summary: string; readonly url: string },
): string {
	const calendar = ical({
		prodId: { company: 'ten-chairs', product: 'visit', language: 'EN' },
		method: ICalCalendarMethod.PUBLISH,
	});
	const event = calendar.createEvent({
		id: ownEntryId(`${words.id}-opens`),
		stamp: new Date(now),
		start: new Date(opensAt),
		end: new Date(opensAt + QUARTER_OF_AN_HOUR),
		summary: words.summary,
		url: words.url,
	});
	event.createAlarm({ type: ICalAlarmType.display, trigger: 0, description: words.summary });
	return calendar.toString();
}
