import { may } from '$lib/core/permissions/may';
import { accountFor } from '$lib/server/foundation/requests/account-for';
import { conferenceFor } from '$lib/server/foundation/requests/conference-for';
import { readQuestionsToEdit } from '$lib/server/questions/questions-to-edit';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ locals, params }) => {
	const account = accountFor(locals, 'conference.see');
	const conference = await conferenceFor(locals, params);
	return {
		...(await readQuestionsToEdit(locals.app, account, conference.id)),
		mayChange: may(account, 'conference.set-up'),
	};
};
