import { may } from '$lib/core/permissions/may';
import { readToAnswer } from '$lib/server/floor/to-answer';
import { accountFor } from '$lib/server/foundation/requests/account-for';
import { conferenceFor } from '$lib/server/foundation/requests/conference-for';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ locals, params }) => {
	const account = accountFor(locals, 'enquiry.answer');
	const conference = await conferenceFor(locals, params);
	return {
		toAnswer: await readToAnswer(locals.app, account, conference.id),
		mayAnswer: may(account, 'visit.answer'),
		mayLetIn: may(account, 'register.change'),
	};
};
