import { error } from '@sveltejs/kit';
import { may } from '$lib/core/permissions/may';
import { m } from '$lib/paraglide/messages';
import { conferenceWithId, isVisible } from '$lib/server/conferences/read-conference';
import { seatEventStream, textOnce } from '$lib/server/live/event-stream';
import type { SeatMessage } from '$lib/server/live/seat-message';
import { closedTo } from '$lib/server/visits/closed-to';
import type { RequestHandler } from './$types';

const toOffice = textOnce((message) => message);
const freeOrTaken =
	(closed: ReadonlySet<unknown>) =>
	({ whole, states, version }: SeatMessage) =>
		JSON.stringify({
			...{ whole, version },
			states: Object.fromEntries(
				Object.entries(states).map(([slot, state]) => [
					slot,
					state === 'free' && !closed.has(slot) ? 'free' : 'taken',
				]),
			),
		});

/** Families and teachers are told free or taken, of the desks that concern them; the office sees all. */
export const GET: RequestHandler = async ({ locals, params, url }) => {
	const { account, adult, teacher, app } = locals;
	const conference = await conferenceWithId(app.db, params.conference);
	const isOffice = account !== null && may(account, 'floor.see');
	if (!conference || !(isOffice || ((adult ?? teacher) && isVisible(conference))))
		error(404, m.error_not_found());
	if (isOffice) return seatEventStream(app.live, conference.id, { kind: 'office' }, toOffice);
	const wanted = url.searchParams.get('family');
	if (teacher && wanted === null) {
		const audience = { kind: 'teacher', person: teacher.person } as const;
		return seatEventStream(app.live, conference.id, audience, freeOrTaken(new Set()));
	}
	const family = adult?.families.find((id) => id === wanted) ?? adult?.families[0];
	if (!adult || !family) error(404, m.error_not_found());
	const closed = await closedTo(app, adult, conference.id, family);
	const audience = { kind: 'family', family } as const;
	return seatEventStream(app.live, conference.id, audience, freeOrTaken(closed));
};
