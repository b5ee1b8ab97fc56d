import { accountFor } from '$lib/server/foundation/requests/account-for';
import { conferenceFor } from '$lib/server/foundation/requests/conference-for';
import { listByHand } from '$lib/server/notices/reaching/told-by-hand';
import { may } from '$lib/core/permissions/may';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ locals, params }) => {
	const account = accountFor(locals, 'families.see');
	const conference = await conferenceFor(locals, params);
	return {
		people: await listByHand(locals.app, account, conference.id),
		mayWrite: may(account, 'links.see'),
	};
};
