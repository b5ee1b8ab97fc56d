import { listClasses } from '$lib/server/register/list-people';
import { accountOf } from '$lib/server/web/person-routes';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ locals }) => ({
	classes: await listClasses(locals.app, accountOf(locals)),
});
