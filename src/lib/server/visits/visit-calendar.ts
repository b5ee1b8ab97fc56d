import ical, { ICalCalendarMethod } from 'ical-generator';
import type { FamilyProjection } from '../../core/conferences/family-projection';

/** Sentences come from the message library; the calendar only arranges them. */
export interface CalendarWords {
	summary(desk: string, students: string): string;
	place(appointment: FamilyProjection['appointments'][number]): string;
	description(appointment: FamilyProjection['appointments'][number]): string;
}

/** A family's appointments as an iCalendar file (RFC 5545), in UTC so that every program agrees. */
export function visitCalendar(view: FamilyProjection, now: number, words: CalendarWords): string {
	const calendar = ical({
		name: view.conference.name,
		prodId: { company: 'ten-chairs', product: 'visit', language: 'EN' },
		method: ICalCalendarMethod.PUBLISH,
	});
	const students = new Map(view.students.map(({ id, name }) => [id, name]));
	const desks = new Map(view.desks.map(({ id, name }) => [id, name]));
	for (const appointment of view.appointments)
		calendar.createEvent({
			id: `${appointment.id}@ten-chairs`,
			stamp: new Date(now),
			start: new Date(appointment.start),
			end: new Date(appointment.end),
			summary: words.summary(
				desks.get(appointment.desk) ?? '',
				appointment.students.map((id) => students.get(id) ?? '').join(', '),
			),
			location: words.place(appointment),
			description: words.description(appointment),
			...(appointment.link ? { url: appointment.link } : {}),
		});
	return calendar.toString();
}
