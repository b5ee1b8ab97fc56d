import { error } from '@sveltejs/kit';
import { may } from '$lib/core/permissions/may';
import { m } from '$lib/paraglide/messages';
import { conferenceAt } from '$lib/server/conferences/read-conference';
import { basicsOf } from '$lib/server/conferences/save-basics';
import { readRules } from '$lib/server/conferences/read-rules';
import { accountFor } from '$lib/server/foundation/requests/account-for';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ locals, params }) => {
	const account = accountFor(locals, 'conference.see');
	const conference = await conferenceAt(locals.app.db, params.address);
	if (!conference) error(404, m.error_not_found());
	return {
		ruled: await readRules(locals.app, account, conference),
		basics: basicsOf(conference),
		mayChange: may(account, 'rules.change'),
	};
};
