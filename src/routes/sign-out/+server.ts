import { redirect } from '@sveltejs/kit';
import { setSessionCookies } from '$lib/server/foundation/requests/cookies';
import type { RequestHandler } from './$types';

export const POST: RequestHandler = async ({ locals, request, cookies }) => {
	const { accounts, config } = locals.app;
	setSessionCookies(cookies, config.origin, await accounts.signOut(request.headers));
	redirect(303, '/sign-in');
};
