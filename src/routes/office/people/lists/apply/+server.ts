import { json } from '@sveltejs/kit';
import { applyLists } from '$lib/server/register/read-lists';
import { applySchema, readListsBody } from '$lib/server/web/lists-body';
import { accountOf } from '$lib/server/web/person-routes';
import type { RequestHandler } from './$types';

export const POST: RequestHandler = async ({ locals, request }) => {
	const account = accountOf(locals);
	const { seen, leaveOut, ...lists } = await readListsBody(request, applySchema);
	return json(await applyLists(locals.app, account, lists, { seen, leaveOut }));
};
