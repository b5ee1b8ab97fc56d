import { may } from '$lib/core/permissions/may';
import { listFamilies } from '$lib/server/register/families';
import { accountFor } from '$lib/server/foundation/requests/account-for';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ locals, parent }) => {
	const account = accountFor(locals, 'families.see');
	const { conference } = await parent();
	return {
		families: await listFamilies(locals.app, account, conference.id),
		mayWrite: may(account, 'links.see'),
	};
};
