import { listFamilies } from '$lib/server/people/families';
import { accountFor } from '$lib/server/web/account-for';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ locals, parent }) => {
	const account = accountFor(locals, 'families.see');
	const { conference } = await parent();
	return { families: await listFamilies(locals.app, account, conference.id) };
};
