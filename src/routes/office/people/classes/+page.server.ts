import { listClasses } from '$lib/server/register/list-people';
import { accountFor } from '$lib/server/foundation/requests/account-for';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ locals }) => ({
	classes: await listClasses(locals.app, accountFor(locals, 'register.see')),
});
