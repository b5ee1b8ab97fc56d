import { error } from '@sveltejs/kit';
import { may } from '$lib/core/permissions/may';
import { m } from '$lib/paraglide/messages';
import { triedBy } from '$lib/server/conferences/is-on-trial';
import { conferenceWithId, isVisible } from '$lib/server/conferences/read-conference';
import { visitorsByCookie, type Visitor } from '$lib/server/invitations/visitors';
import { seatEventStream } from '$lib/server/live/event-stream';
import type { Ground, StreamTicket } from '$lib/server/live/open-streams';
import type { Audience } from '$lib/server/live/seat-message';
import { FAMILY_COOKIE, TEACHER_COOKIE } from '$lib/server/foundation/requests/cookies';
import type { RequestEvent, RequestHandler } from './$types';

/** Seconds after which a page may come again for which there was no room. */
const COME_AGAIN = 30;

/** Families and teachers are told free or taken, of the desks that concern them; the office sees all. */
export const GET: RequestHandler = async (event) => {
	const { app } = event.locals;
	const conference = await conferenceWithId(app.db, event.params.conference);
	const listener = listenerOf(event);
	if (!conference || !listener) error(404, m.error_not_found());
	if (!isVisible(conference) && !(await mayHearUnseen(event, listener, conference.id)))
		error(404, m.error_not_found());
	const refusal = app.live.streams.refusal(listener.ticket);
	if (refusal)
		return new Response(m.too_many_open_pages(), {
			status: refusal === 'process' ? 503 : 429,
			headers: { 'retry-after': String(COME_AGAIN), 'content-type': 'text/plain; charset=utf-8' },
		});
	return seatEventStream(app.live, {
		...listener,
		conferenceId: conference.id,
		now: app.clock.now(),
	});
};

/** The office hears of every conference, and whoever tries one of that. */
const mayHearUnseen = async (
	{ locals }: RequestEvent,
	{ audience }: Listener,
	conferenceId: string,
): Promise<boolean> =>
	audience.kind === 'office' ||
	(audience.kind === 'adult' && (await triedBy(locals.app.db, [audience.family])) === conferenceId);

interface Listener {
	readonly audience: Audience;
	readonly ticket: StreamTicket;
	readonly isStillIn: () => Promise<boolean>;
}

/** Whose page asks, and what its stream stands on; `null` for who may hear of nothing. */
function listenerOf({
	locals,
	url,
	request,
	cookies,
	getClientAddress,
}: RequestEvent): Listener | null {
	const { account, adult, teacher, app } = locals;
	const ticketFor = (grounds: readonly Ground[], until: number | null = null): StreamTicket => ({
		grounds,
		until,
		address: getClientAddress(),
	});
	const isStillAccepted =
		(name: string, { through }: Visitor) =>
		async () =>
			(await visitorsByCookie(app.db, app.config.key, cookies.get(name))).some(
				(visitor) => visitor.through === through,
			);
	const wanted = url.searchParams.get('family');
	const asAdult = (family: string | undefined): Listener | null =>
		adult && family !== undefined
			? {
					audience: { kind: 'adult', actor: adult, family },
					ticket: ticketFor(adult.grounds),
					isStillIn: isStillAccepted(FAMILY_COOKIE, adult),
				}
			: null;
	// A family's page asks as the family, whoever else came in by the same browser.
	if (wanted !== null) return asAdult(adult?.families.find((id) => id === wanted));
	if (account && may(account, 'floor.see'))
		return {
			audience: { kind: 'office' },
			ticket: ticketFor(
				[`session:${account.session}`, `account:${account.account}`],
				account.until,
			),
			isStillIn: async () => (await app.accounts.signedIn(request.headers)) !== null,
		};
	if (teacher)
		return {
			audience: { kind: 'teacher', person: teacher.person },
			ticket: ticketFor(teacher.grounds),
			isStillIn: isStillAccepted(TEACHER_COOKIE, teacher),
		};
	return asAdult(adult?.families[0]);
}
