import { json } from '@sveltejs/kit';
import { previewLists } from '$lib/server/register/read-lists';
import { listsSchema, readListsBody } from '$lib/server/web/lists-body';
import { accountOf } from '$lib/server/web/person-routes';
import type { RequestHandler } from './$types';

export const POST: RequestHandler = async ({ locals, request }) => {
	const account = accountOf(locals);
	return json(await previewLists(locals.app, account, await readListsBody(request, listsSchema)));
};
