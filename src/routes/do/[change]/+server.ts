import { error, json } from '@sveltejs/kit';
import { m } from '$lib/paraglide/messages';
import { actorFor } from '$lib/server/foundation/requests/actor-for';
import { pageChanges } from '$lib/server/foundation/requests/page-changes';
import { readJson } from '$lib/server/foundation/requests/read-json';
import type { RequestHandler } from './$types';

/** What a page changes while it stays open; what may be asked is declared. */
export const POST: RequestHandler = async ({ locals, params, request }) => {
	const perform = pageChanges.get(params.change);
	if (!perform) error(404, m.error_not_found());
	const actor = actorFor(locals, perform.change.may);
	const input = await readJson(request, perform.change.input);
	return json(await perform(locals.app, actor, input));
};
