import type { App } from '../../app';
import type { CalendarFile } from '../../messages/mailer';
import { endedAppointments } from '../../visits/ended-appointments';
import { visitCalendar } from '../../visits/visit-calendar';
import { visitCalendarWords } from '../../visits/visit-calendar-words';
import type { NoticeRow } from './writing';
import type { ToldAdult } from './told-adult';

/** The single appointments of a visit as a file, for who keeps each by itself; with those that have just ended. */
export async function publishedVisit(
	app: App,
	{ conferenceId, familyId }: NoticeRow,
	{ view, reader, hears }: ToldAdult,
	touched: ReadonlySet<string>,
): Promise<CalendarFile[]> {
	const ended = (await endedAppointments(app, reader, conferenceId!, familyId!)).filter(
		({ id, students }) => touched.has(id) && hears(students),
	);
	if (view.appointments.length + ended.length === 0) return [];
	const content = visitCalendar({ view, ended }, app.clock.now(), visitCalendarWords(view));
	return [{ filename: 'appointments.ics', content }];
}
