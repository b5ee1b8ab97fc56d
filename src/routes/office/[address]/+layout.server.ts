import { error } from '@sveltejs/kit';
import { m } from '$lib/paraglide/messages';
import { conferenceAt } from '$lib/server/conferences/read-conference';
import { readProgress } from '$lib/server/conferences/read-progress';
import { accountFor } from '$lib/server/foundation/requests/account-for';
import type { LayoutServerLoad } from './$types';

export const load: LayoutServerLoad = async ({ locals, params, depends }) => {
	depends('ten-chairs:progress');
	const account = accountFor(locals, 'conference.see');
	const conference = await conferenceAt(locals.app.db, params.address);
	if (!conference) error(404, m.error_not_found());
	return await readProgress(locals.app, account, conference);
};
