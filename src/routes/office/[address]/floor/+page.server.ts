import { readFloor } from '$lib/server/floor/read-floor';
import { accountFor } from '$lib/server/foundation/requests/account-for';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ locals, parent }) => {
	const account = accountFor(locals, 'floor.see');
	const { conference } = await parent();
	return { floor: await readFloor(locals.app, account, conference.id) };
};
