import { endedAppointments } from '$lib/server/visits/ended-appointments';
import { calendarFile } from '$lib/server/foundation/requests/calendar-file';
import { familyView } from '$lib/server/visits/family-view';
import { visitCalendar } from '$lib/server/visits/visit-calendar';
import { visitCalendarWords } from '$lib/server/visits/visit-calendar-words';
import { visitOf } from '$lib/server/visits/whose-visit';
import type { RequestHandler } from './$types';

export const GET: RequestHandler = async ({ locals, params, url }) => {
	const { app } = locals;
	const { adult, conference, family } = await visitOf(locals, params.address, url);
	const view = await familyView(app, adult, conference.id, family);
	const ended = await endedAppointments(app, adult, conference.id, family);
	const text = visitCalendar({ view, ended }, app.clock.now(), visitCalendarWords(view));
	return calendarFile(text, params.address);
};
