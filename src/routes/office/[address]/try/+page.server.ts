import { error } from '@sveltejs/kit';
import { validate } from 'uuid';
import { m } from '$lib/paraglide/messages';
import { conferenceAt } from '$lib/server/conferences/read-conference';
import { accountFor } from '$lib/server/foundation/requests/account-for';
import { trialChoice } from '$lib/server/trying/trial-choice';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ locals, params, url }) => {
	const account = accountFor(locals, 'visit.see');
	const conference = await conferenceAt(locals.app.db, params.address);
	if (!conference) error(404, m.error_not_found());
	const family = url.searchParams.get('family');
	const named = family !== null && validate(family) ? family : null;
	const choice = await trialChoice(locals.app, account, conference.id, named);
	const wanted = url.searchParams.get('moment');
	return {
		...choice,
		moment: choice.moments.find(({ name }) => name === wanted) ?? choice.moments[0]!,
	};
};
