import { may } from '$lib/core/permissions/may';
import { listConferencesWithNext } from '$lib/server/conferences/what-next';
import { accountFor } from '$lib/server/foundation/requests/account-for';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ locals }) => {
	const account = accountFor(locals, 'conference.see');
	return {
		maySetUp: may(account, 'conference.set-up'),
		conferences: await listConferencesWithNext(locals.app, account),
	};
};
