import { error, json } from '@sveltejs/kit';
import { m } from '$lib/paraglide/messages';
import { actorFor } from '$lib/server/foundation/requests/actor-for';
import { pageChanges } from '$lib/server/foundation/requests/page-changes';
import { readJson } from '$lib/server/foundation/requests/read-json';
import type { RequestHandler } from './$types';

/** What a page changes while it stays open; what may be asked is declared. */
export const POST: RequestHandler = async ({ locals, params, request, url }) => {
	const perform = pageChanges.get(params.change);
	if (!perform) error(404, m.error_not_found());
	const { app } = locals;
	const { may, input, finishes } = perform.change;
	const actor = actorFor(locals, may, url.searchParams.get('as'));
	const asked = await readJson(request, input);
	const visit = finishes?.(asked);
	if (!visit) return json(await perform(app, actor, asked));
	const passing = {
		step: 'finish',
		conference: visit.conferenceId,
		family: visit.familyId,
	} as const;
	return json(await app.gate.pass(passing, () => perform(app, actor, asked)));
};
