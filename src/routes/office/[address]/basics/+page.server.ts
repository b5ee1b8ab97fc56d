import { error } from '@sveltejs/kit';
import { may } from '$lib/core/permissions/may';
import { localOf } from '$lib/core/time/local-of';
import { m } from '$lib/paraglide/messages';
import { conferenceAt } from '$lib/server/conferences/read-conference';
import { basicsOf } from '$lib/server/conferences/save-basics';
import { accountFor } from '$lib/server/foundation/requests/account-for';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ locals, params }) => {
	const { db, clock, config } = locals.app;
	const account = accountFor(locals, 'conference.see');
	const conference = await conferenceAt(db, params.address);
	if (!conference) error(404, m.error_not_found());
	return {
		basics: basicsOf(conference),
		version: conference.version,
		maySetUp: may(account, 'conference.set-up'),
		today: localOf(clock.now(), conference.timeZone).date,
		visitAddress: `${config.origin}/visit/`,
	};
};
