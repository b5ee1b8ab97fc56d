import { error } from '@sveltejs/kit';
import { may } from '$lib/core/permissions/may';
import { m } from '$lib/paraglide/messages';
import { conferenceAt } from '$lib/server/conferences/read-conference';
import { accountFor } from '$lib/server/foundation/requests/account-for';
import { readQuestionsToEdit } from '$lib/server/questions/questions-to-edit';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ locals, params }) => {
	const account = accountFor(locals, 'conference.see');
	const conference = await conferenceAt(locals.app.db, params.address);
	if (!conference) error(404, m.error_not_found());
	return {
		...(await readQuestionsToEdit(locals.app, account, conference.id)),
		mayChange: may(account, 'conference.set-up'),
	};
};
