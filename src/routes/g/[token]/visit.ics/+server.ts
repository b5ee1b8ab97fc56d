import { m } from '$lib/paraglide/messages';
import { substituteText } from '$lib/ui/desks/substitute-text';
import { calendarFile } from '$lib/server/foundation/requests/calendar-file';
import { wrongLink } from '$lib/server/invitations/wrong-link';
import { guestView } from '$lib/server/visits/guests';
import { guestCalendar } from '$lib/server/visits/visit-calendar';
import { placeWords } from '$lib/server/visits/place-words';
import type { RequestHandler } from './$types';

export const GET: RequestHandler = async ({ locals, params }) => {
	const { app } = locals;
	const view = (await guestView(app, params.token)) ?? (await wrongLink(app));
	const text = guestCalendar(view, app.clock.now(), {
		summary: m.guest_title({ teacher: view.desk.name }),
		location: placeWords(view.place),
		description: [substituteText(view.desk), view.link ? m.calendar_door({ link: view.link }) : '']
			.filter(Boolean)
			.join('\n'),
	});
	return calendarFile(text, 'meeting');
};
