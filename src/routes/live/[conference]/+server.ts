import { error } from '@sveltejs/kit';
import { may } from '$lib/core/permissions/may';
import { m } from '$lib/paraglide/messages';
import { conferenceWithId, isVisible } from '$lib/server/conferences/read-conference';
import { seatEventStream, textOnce } from '$lib/server/live/event-stream';
import type { SeatMessage } from '$lib/server/live/live-changes';
import { closedTo } from '$lib/server/visits/closed-to';
import type { RequestHandler } from './$types';

const toOffice = textOnce((message) => message);
const freeOrTaken =
	(closed: ReadonlySet<unknown>) =>
	({ whole, states, version }: SeatMessage) => ({
		...{ whole, version },
		states: Object.fromEntries(
			Object.entries(states).map(([slot, state]) => [
				slot,
				state === 'free' && !closed.has(slot) ? 'free' : 'taken',
			]),
		),
	});
const toOthers = textOnce(freeOrTaken(new Set()));

/** Families and teachers are told free or taken; the office sees every state. */
export const GET: RequestHandler = async ({ locals, params, url }) => {
	const { account, adult, teacher, app } = locals;
	const conference = await conferenceWithId(app.db, params.conference);
	const isOffice = account !== null && may(account, 'floor.see');
	if (!conference || !(isOffice || ((adult ?? teacher) && isVisible(conference))))
		error(404, m.error_not_found());
	if (isOffice) return seatEventStream(app.live, conference.id, toOffice);
	const family = adult?.families.find((id) => id === url.searchParams.get('family'));
	const closed = adult && family ? await closedTo(app, adult, conference.id, family) : new Set();
	const textOf = closed.size ? textOnce(freeOrTaken(closed)) : toOthers;
	return seatEventStream(app.live, conference.id, textOf);
};
