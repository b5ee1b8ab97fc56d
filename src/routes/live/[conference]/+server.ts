import { error } from '@sveltejs/kit';
import { may } from '$lib/core/permissions/may';
import { m } from '$lib/paraglide/messages';
import { conferenceWithId, isVisible } from '$lib/server/conferences/read-conference';
import { seatEventStream } from '$lib/server/live/event-stream';
import type { RequestHandler } from './$types';

/** Families and teachers are told free or taken; the office sees every state. */
export const GET: RequestHandler = async ({ locals, params }) => {
	const { account, adult, teacher, app } = locals;
	const conference = await conferenceWithId(app.db, params.conference);
	const isOffice = account !== null && may(account, 'floor.see');
	if (!conference || !(isOffice || ((adult ?? teacher) && isVisible(conference))))
		error(404, m.error_not_found());
	if (isOffice) return seatEventStream(app.live, conference.id, (message) => message);
	return seatEventStream(app.live, conference.id, ({ whole, states }) => ({
		whole,
		states: Object.fromEntries(
			Object.entries(states).map(([slot, state]) => [slot, state === 'free' ? 'free' : 'taken']),
		),
	}));
};
