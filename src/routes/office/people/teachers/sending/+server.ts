import { json } from '@sveltejs/kit';
import { latestSending } from '$lib/server/messages/send-links';
import { accountFor } from '$lib/server/web/account-for';
import type { RequestHandler } from './$types';

export const GET: RequestHandler = async ({ locals }) => {
	accountFor(locals, 'links.see');
	return json(await latestSending(locals.app.db));
};
