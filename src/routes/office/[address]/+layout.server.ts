import { readProgress } from '$lib/server/conferences/read-progress';
import { accountFor } from '$lib/server/foundation/requests/account-for';
import { conferenceFor } from '$lib/server/foundation/requests/conference-for';
import type { LayoutServerLoad } from './$types';

export const load: LayoutServerLoad = async ({ locals, params, depends }) => {
	depends('ten-chairs:progress');
	const account = accountFor(locals, 'conference.see');
	const conference = await conferenceFor(locals, params);
	return await readProgress(locals.app, account, conference);
};
