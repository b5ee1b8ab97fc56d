import { may } from '$lib/core/permissions/may';
import { listRooms } from '$lib/server/rooms/rooms';
import { accountFor } from '$lib/server/foundation/requests/account-for';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ locals }) => {
	const account = accountFor(locals, 'rooms.see');
	return {
		entries: await listRooms(locals.app.db, account),
		mayChange: may(account, 'rooms.change'),
	};
};
