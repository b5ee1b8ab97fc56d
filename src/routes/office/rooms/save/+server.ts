import { json } from '@sveltejs/kit';
import { saveRooms } from '$lib/server/places/rooms';
import { accountFor } from '$lib/server/web/account-for';
import { readJson } from '$lib/server/web/read-json';
import { roomsChangesSchema } from '$lib/server/web/rooms-body';
import type { RequestHandler } from './$types';

export const PUT: RequestHandler = async ({ locals, request }) => {
	const account = accountFor(locals, 'rooms.change');
	const { changes } = await readJson(request, roomsChangesSchema);
	return json(await saveRooms(locals.app, account, changes));
};
