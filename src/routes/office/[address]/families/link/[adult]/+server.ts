import { error, text } from '@sveltejs/kit';
import { z } from 'zod';
import { m } from '$lib/paraglide/messages';
import { adultsLink } from '$lib/server/people/adults-link';
import { accountFor } from '$lib/server/web/account-for';
import type { RequestHandler } from './$types';

export const GET: RequestHandler = async ({ locals, params }) => {
	const account = accountFor(locals, 'links.see');
	const adult = z.uuid().safeParse(params.adult);
	const link = adult.success ? await adultsLink(locals.app, account, adult.data) : null;
	if (!link) error(404, m.error_not_found());
	return text(link);
};
