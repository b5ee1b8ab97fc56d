import { m } from '$lib/paraglide/messages';
import { substituteWords } from '$lib/words/substitute-words';
import { calendarFile } from '$lib/server/foundation/requests/calendar-file';
import { wrongLink } from '$lib/server/invitations/wrong-link';
import { guestView } from '$lib/server/visits/guests';
import { guestCalendar } from '$lib/server/visits/visit-calendar';
import { placeWords } from '$lib/words/place-words';
import type { RequestHandler } from './$types';

export const GET: RequestHandler = async ({ locals, params }) => {
	const { app } = locals;
	const view = (await guestView(app, params.token)) ?? (await wrongLink(app));
	const text = guestCalendar(view, app.clock.now(), {
		summary: m.guest_title({ teacher: view.desk.name }),
		location: placeWords(view.place),
		description: [substituteWords(view.desk), view.link ? m.calendar_door({ link: view.link }) : '']
			.filter(Boolean)
			.join('\n'),
	});
	return calendarFile(text, 'meeting');
};
