import { redirect } from '@sveltejs/kit';
import { accountFor } from '$lib/server/foundation/requests/account-for';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ parent, locals }) => {
	accountFor(locals, 'register.see');
	const { counts } = await parent();
	redirect(303, counts.students ? '/office/people/families' : '/office/people/lists');
};
