import { datesOf } from '$lib/core/desks/desk-plan';
import { may } from '$lib/core/permissions/may';
import { accountFor } from '$lib/server/foundation/requests/account-for';
import { conferenceFor } from '$lib/server/foundation/requests/conference-for';
import { readSchool } from '$lib/server/register/school';
import { readReach } from '$lib/server/sharing/read-reach';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ locals, params }) => {
	const account = accountFor(locals, 'families.see');
	const conference = await conferenceFor(locals, params);
	const { app } = locals;
	const school = await readSchool(app.db);
	return {
		school: { name: school?.name ?? '', telephone: school?.telephone ?? null },
		origin: app.config.origin,
		dates: datesOf(conference),
		reach: await readReach(app, account, conference.id),
		maySeeLinks: may(account, 'links.see'),
	};
};
