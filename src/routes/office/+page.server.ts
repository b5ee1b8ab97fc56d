import { datesOf } from '$lib/core/desks/desk-plan';
import { may } from '$lib/core/permissions/may';
import { listConferences, phaseOfRow } from '$lib/server/conferences/read-conference';
import { accountFor } from '$lib/server/foundation/requests/account-for';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ locals }) => {
	const account = accountFor(locals, 'conference.see');
	const { db, clock } = locals.app;
	const now = clock.now();
	const rows = await listConferences(db);
	return {
		maySetUp: may(account, 'conference.set-up'),
		conferences: rows.map((row) => ({
			address: row.address,
			name: row.name,
			dates: datesOf(row),
			phase: phaseOfRow(row, now),
		})),
	};
};
