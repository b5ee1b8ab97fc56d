import { error } from '@sveltejs/kit';
import { validate } from 'uuid';
import { trialMoments } from '$lib/core/trying/moments';
import { m } from '$lib/paraglide/messages';
import { accountFor } from '$lib/server/foundation/requests/account-for';
import { conferenceFor } from '$lib/server/foundation/requests/conference-for';
import { readSchool } from '$lib/server/register/school';
import { trialView } from '$lib/server/trying/trial-view';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ locals, params, url }) => {
	const { app } = locals;
	const account = accountFor(locals, 'visit.see');
	const conference = await conferenceFor(locals, params);
	const family = url.searchParams.get('family');
	const wanted = url.searchParams.get('moment');
	const trial = await trialView(app, account, {
		conferenceId: conference.id,
		familyId: family !== null && validate(family) ? family : null,
		moment: trialMoments.find((moment) => moment === wanted) ?? 'now',
	});
	if (!trial) error(404, m.try_nobody());
	const school = await readSchool(app.db);
	return {
		...trial,
		school: { name: school?.name ?? '', telephone: school?.telephone ?? null },
	};
};
