import { error } from '@sveltejs/kit';
import { familyColumns } from '$lib/core/register/family-columns';
import { familiesChoice } from '$lib/operations/families';
import { m } from '$lib/paraglide/messages';
import { writeFamilies } from '$lib/server/families/write-families';
import { accountFor } from '$lib/server/foundation/requests/account-for';
import { conferenceFor } from '$lib/server/foundation/requests/conference-for';
import type { RequestHandler } from './$types';

export const GET: RequestHandler = async ({ locals, params, url }) => {
	const account = accountFor(locals, 'families.see');
	const conference = await conferenceFor(locals, params);
	const wanted = url.searchParams.getAll('column');
	const columns = familyColumns.filter((column) => wanted.includes(column));
	const choice = familiesChoice.safeParse(Object.fromEntries(url.searchParams));
	const file = await writeFamilies(locals.app, account, conference, {
		name: params.name,
		choice: choice.data ?? familiesChoice.parse({}),
		columns: columns.length ? columns : familyColumns,
	});
	if (!file) error(404, m.error_not_found());
	return new Response(file.bytes, {
		headers: {
			'content-type': file.type,
			'content-disposition': `attachment; filename="${params.name}"`,
		},
	});
};
