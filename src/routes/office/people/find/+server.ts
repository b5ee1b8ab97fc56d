import { error, json } from '@sveltejs/kit';
import { may } from '$lib/core/permissions/may';
import { m } from '$lib/paraglide/messages';
import { findPeople } from '$lib/server/register/list-people';
import type { RequestHandler } from './$types';

export const GET: RequestHandler = async ({ locals, url }) => {
	const { account, app } = locals;
	if (!account || !may(account, 'register.see')) error(403, m.error_forbidden());
	return json(await findPeople(app, account, (url.searchParams.get('text') ?? '').slice(0, 100)));
};
