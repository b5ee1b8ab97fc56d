import { datesOf } from '$lib/core/desks/desk-plan';
import { accountFor } from '$lib/server/foundation/requests/account-for';
import { conferenceFor } from '$lib/server/foundation/requests/conference-for';
import { readSchool } from '$lib/server/register/school';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ locals, params }) => {
	accountFor(locals, 'links.see');
	const { db, config } = locals.app;
	const conference = await conferenceFor(locals, params);
	const school = await readSchool(db);
	return {
		school: { name: school?.name ?? '', telephone: school?.telephone ?? null },
		origin: config.origin,
		dates: datesOf(conference),
	};
};
