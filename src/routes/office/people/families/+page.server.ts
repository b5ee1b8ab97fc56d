import { familySorts, listRegisterFamilies } from '$lib/server/register/list-people';
import { listQuery } from '$lib/server/register/list-page';
import { accountOf } from '$lib/server/web/person-routes';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ locals, url }) => ({
	page: await listRegisterFamilies(
		locals.app,
		accountOf(locals),
		listQuery(url, Object.keys(familySorts)),
	),
});
