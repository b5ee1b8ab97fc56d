import { datesOf } from '$lib/core/desks/desk-plan';
import { conferenceWithId } from '$lib/server/conferences/read-conference';
import { accountFor } from '$lib/server/foundation/requests/account-for';
import { readSchool } from '$lib/server/register/school';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ locals, parent }) => {
	accountFor(locals, 'links.see');
	const { db, config } = locals.app;
	const { conference } = await parent();
	const [school, row] = await Promise.all([readSchool(db), conferenceWithId(db, conference.id)]);
	return {
		school: { name: school?.name ?? '', telephone: school?.telephone ?? null },
		origin: config.origin,
		dates: row ? datesOf(row) : [],
	};
};
