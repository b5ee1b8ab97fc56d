import { json } from '@sveltejs/kit';
import { applyLists } from '$lib/server/register/read-lists';
import { applySchema, readListsBody } from '$lib/server/web/lists-body';
import { accountFor } from '$lib/server/web/account-for';
import type { RequestHandler } from './$types';

export const POST: RequestHandler = async ({ locals, request }) => {
	const account = accountFor(locals, 'register.change');
	const { seen, leaveOut, ...lists } = await readListsBody(request, applySchema);
	return json(await applyLists(locals.app, account, lists, { seen, leaveOut }));
};
