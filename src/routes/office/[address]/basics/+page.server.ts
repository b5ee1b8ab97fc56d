import { may } from '$lib/core/permissions/may';
import { localOf } from '$lib/core/time/local-of';
import { basicsOf } from '$lib/server/conferences/save-basics';
import { accountFor } from '$lib/server/foundation/requests/account-for';
import { conferenceFor } from '$lib/server/foundation/requests/conference-for';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ locals, params }) => {
	const { clock, config } = locals.app;
	const account = accountFor(locals, 'conference.see');
	const conference = await conferenceFor(locals, params);
	return {
		basics: basicsOf(conference),
		version: conference.version,
		maySetUp: may(account, 'conference.set-up'),
		today: localOf(clock.now(), conference.timeZone).date,
		visitAddress: `${config.origin}/visit/`,
	};
};
