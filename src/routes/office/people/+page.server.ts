import { redirect } from '@sveltejs/kit';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ parent }) => {
	const { counts } = await parent();
	redirect(303, counts.students ? '/office/people/families' : '/office/people/lists');
};
