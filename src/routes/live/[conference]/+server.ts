import { error } from '@sveltejs/kit';
import { may } from '$lib/core/permissions/may';
import { m } from '$lib/paraglide/messages';
import { seatEventStream } from '$lib/server/live/event-stream';
import type { RequestHandler } from './$types';

/** Families are told free or taken; the school sees every state. */
export const GET: RequestHandler = ({ locals, params }) => {
	const { account, adult, teacher, app } = locals;
	if (account && may(account, 'floor.see'))
		return seatEventStream(app.live, params.conference, (message) => message);
	if (!adult && !teacher) error(404, m.error_not_found());
	return seatEventStream(app.live, params.conference, ({ whole, states }) => ({
		whole,
		states: Object.fromEntries(
			Object.entries(states).map(([slot, state]) => [slot, state === 'free' ? 'free' : 'taken']),
		),
	}));
};
