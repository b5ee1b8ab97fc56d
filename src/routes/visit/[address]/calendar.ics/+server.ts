import { m } from '$lib/paraglide/messages';
import { substituteText } from '$lib/ui/desks/substitute-text';
import { endedAppointments } from '$lib/server/visits/ended-appointments';
import { calendarFile } from '$lib/server/foundation/requests/calendar-file';
import { familyView } from '$lib/server/visits/family-view';
import { visitCalendar } from '$lib/server/visits/visit-calendar';
import { visitOf } from '$lib/server/visits/whose-visit';
import { placeWords } from '$lib/server/visits/place-words';
import type { RequestHandler } from './$types';

export const GET: RequestHandler = async ({ locals, params, url }) => {
	const { app } = locals;
	const { adult, conference, family } = await visitOf(locals, params.address, url);
	const view = await familyView(app, adult, conference.id, family);
	const places = new Map(view.places.map((place) => [place.id, place]));
	const ended = await endedAppointments(app, adult, conference.id, family);
	const text = visitCalendar({ view, ended }, app.clock.now(), {
		summary: (desk, students) => (students ? m.calendar_summary({ desk, students }) : desk),
		place: ({ place }) => placeWords(places.get(place)!),
		description: ({ link, standing }, met) =>
			[
				standing === 'asked' ? m.calendar_asked() : '',
				substituteText(met),
				link ? m.calendar_door({ link }) : view.conference.words,
			]
				.filter(Boolean)
				.join('\n'),
	});
	return calendarFile(text, params.address);
};
