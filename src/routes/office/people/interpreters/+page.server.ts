import { listPersons, personSorts } from '$lib/server/register/list-people';
import { listQuery } from '$lib/server/register/list-page';
import { accountFor } from '$lib/server/foundation/requests/account-for';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ locals, url }) => ({
	page: await listPersons(
		locals.app,
		accountFor(locals, 'register.see'),
		'interpreter',
		listQuery(url, Object.keys(personSorts)),
	),
});
