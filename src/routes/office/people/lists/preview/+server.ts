import { json } from '@sveltejs/kit';
import { previewLists } from '$lib/server/register/read-lists';
import { listsSchema, readListsBody } from '$lib/server/web/lists-body';
import { accountFor } from '$lib/server/web/account-for';
import type { RequestHandler } from './$types';

export const POST: RequestHandler = async ({ locals, request }) => {
	const account = accountFor(locals, 'register.change');
	return json(await previewLists(locals.app, account, await readListsBody(request, listsSchema)));
};
