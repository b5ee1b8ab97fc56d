import { accountFor } from '$lib/server/foundation/requests/account-for';
import { listByHand } from '$lib/server/notices/reaching/told-by-hand';
import { may } from '$lib/core/permissions/may';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ locals, parent }) => {
	const account = accountFor(locals, 'families.see');
	const { conference } = await parent();
	return {
		people: await listByHand(locals.app, account, conference.id),
		mayWrite: may(account, 'links.see'),
	};
};
