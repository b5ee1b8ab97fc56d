import { may } from '$lib/core/permissions/may';
import { localOf } from '$lib/core/time/local-of';
import { basicsOf } from '$lib/server/conferences/save-basics';
import { readRules } from '$lib/server/conferences/read-rules';
import { accountFor } from '$lib/server/foundation/requests/account-for';
import { conferenceFor } from '$lib/server/foundation/requests/conference-for';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ locals, params }) => {
	const account = accountFor(locals, 'conference.see');
	const conference = await conferenceFor(locals, params);
	return {
		ruled: await readRules(locals.app, account, conference),
		basics: basicsOf(conference),
		today: localOf(locals.app.clock.now(), conference.timeZone).date,
		mayChange: may(account, 'rules.change'),
	};
};
