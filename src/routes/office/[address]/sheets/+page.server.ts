import { sheetKinds } from '$lib/operations/sheets';
import { readSheets } from '$lib/server/floor/read-sheets';
import { accountFor } from '$lib/server/foundation/requests/account-for';
import { conferenceFor } from '$lib/server/foundation/requests/conference-for';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ locals, params, url }) => {
	const account = accountFor(locals, 'families.see');
	const conference = await conferenceFor(locals, params);
	const asked = url.searchParams.get('kind');
	return {
		kind: sheetKinds.find((kind) => kind === asked) ?? 'teacher',
		date: url.searchParams.get('date') ?? '',
		only: url.searchParams.get('only') ?? '',
		slots: await readSheets(locals.app, account, conference.id),
	};
};
