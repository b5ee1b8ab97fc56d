import { readFloor } from '$lib/server/floor/read-floor';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ locals, parent }) => {
	const { conference } = await parent();
	return { floor: await readFloor(locals.app, locals.account!, conference.id) };
};
