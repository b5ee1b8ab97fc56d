import { listFamilies } from '$lib/server/people/families';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ locals, parent }) => {
	const { conference } = await parent();
	return { families: await listFamilies(locals.app, locals.account!, conference.id) };
};
