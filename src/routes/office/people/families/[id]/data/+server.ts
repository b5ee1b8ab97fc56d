import { error } from '@sveltejs/kit';
import { m } from '$lib/paraglide/messages';
import { familyData } from '$lib/server/register/erase-family';
import { accountFor } from '$lib/server/foundation/requests/account-for';
import type { RequestHandler } from './$types';

export const GET: RequestHandler = async ({ locals, params }) => {
	const text = await familyData(locals.app, accountFor(locals, 'register.change'), params.id);
	if (!text) error(404, m.error_not_found());
	return new Response(text, {
		headers: {
			'content-type': 'application/json; charset=utf-8',
			'content-disposition': 'attachment; filename="family.json"',
		},
	});
};
