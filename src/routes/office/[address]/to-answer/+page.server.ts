import { accountFor } from '$lib/server/foundation/requests/account-for';
import { waitingEnquiries } from '$lib/server/visits/enquiries';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ locals, parent }) => {
	const account = accountFor(locals, 'enquiry.answer');
	const { conference } = await parent();
	return { enquiries: await waitingEnquiries(locals.app, account, conference.id) };
};
