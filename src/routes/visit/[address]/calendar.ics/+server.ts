import { m } from '$lib/paraglide/messages';
import { substituteText } from '$lib/ui/desks/substitute-text';
import { endedAppointments } from '$lib/server/visits/ended-appointments';
import { familyView } from '$lib/server/visits/family-view';
import { visitCalendar } from '$lib/server/visits/visit-calendar';
import { visitOf } from '$lib/server/visits/whose-visit';
import type { RequestHandler } from './$types';

export const GET: RequestHandler = async ({ locals, params, url }) => {
	const { app } = locals;
	const { adult, conference, family } = await visitOf(locals, params.address, url);
	const view = await familyView(app, adult, conference.id, family);
	const places = new Map(view.places.map((place) => [place.id, place]));
	const placeText = (id: string) => {
		const place = places.get(id);
		if (place?.kind === 'telephone') return m.place_telephone_number({ number: place.name });
		if (place?.kind !== 'room') return m.place_video();
		return [place.name, place.buildingName].filter(Boolean).join(', ');
	};
	const ended = await endedAppointments(app, adult, conference.id, family);
	const text = visitCalendar({ view, ended }, app.clock.now(), {
		summary: (desk, students) => (students ? m.calendar_summary({ desk, students }) : desk),
		place: ({ place }) => placeText(place),
		description: ({ link, standing }, met) =>
			[
				standing === 'asked' ? m.calendar_asked() : '',
				substituteText(met),
				link ? m.calendar_door({ link }) : view.conference.words,
			]
				.filter(Boolean)
				.join('\n'),
	});
	return new Response(text, {
		headers: {
			'content-type': 'text/calendar; charset=utf-8',
			'content-disposition': `attachment; filename="${params.address}.ics"`,
		},
	});
};
