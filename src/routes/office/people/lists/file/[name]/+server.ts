import { error } from '@sveltejs/kit';
import { m } from '$lib/paraglide/messages';
import { writeListFile } from '$lib/server/register/write-lists';
import { accountFor } from '$lib/server/foundation/requests/account-for';
import type { RequestHandler } from './$types';

export const GET: RequestHandler = async ({ locals, params }) => {
	const file = await writeListFile(locals.app, accountFor(locals, 'register.see'), params.name);
	if (!file) error(404, m.error_not_found());
	return new Response(file.bytes, {
		headers: {
			'content-type': file.type,
			'content-disposition': `attachment; filename="${params.name}"`,
		},
	});
};
