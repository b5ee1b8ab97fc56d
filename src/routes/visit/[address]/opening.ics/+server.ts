import { error } from '@sveltejs/kit';
import { m } from '$lib/paraglide/messages';
import { openingCalendar } from '$lib/server/visits/visit-calendar';
import { visitOf } from '$lib/server/visits/whose-visit';
import { familyView } from '$lib/server/visits/family-view';
import type { RequestHandler } from './$types';

export const GET: RequestHandler = async ({ locals, params, url }) => {
	const { app } = locals;
	const { adult, conference, family } = await visitOf(locals, params.address, url);
	const view = await familyView(app, adult, conference.id, family, { choices: false });
	if (view.notBookable?.code !== 'not-open-yet') error(404, m.error_not_found());
	const text = openingCalendar(view.notBookable.opensAt, app.clock.now(), {
		id: conference.id,
		summary: m.opens_calendar_summary({ conference: view.conference.name }),
		url: `${app.config.origin}/visit/${view.conference.address}`,
	});
	return new Response(text, {
		headers: {
			'content-type': 'text/calendar; charset=utf-8',
			'content-disposition': `attachment; filename="${view.conference.address}-opens.ics"`,
		},
	});
};
