import { error } from '@sveltejs/kit';
import { m } from '$lib/paraglide/messages';
import { readSeat } from '$lib/server/floor/read-seat';
import { accountFor } from '$lib/server/foundation/requests/account-for';
import { conferenceFor } from '$lib/server/foundation/requests/conference-for';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ locals, params, depends }) => {
	depends('ten-chairs:seat');
	const account = accountFor(locals, 'floor.act');
	const conference = await conferenceFor(locals, params);
	const seat = await readSeat(locals.app, account, conference.id, params.slot);
	if (!seat) error(404, m.error_not_found());
	return { seat };
};
