import { may } from '$lib/core/permissions/may';
import { textOfSlots } from '$lib/operations/slots-as-text';
import { readFloor } from '$lib/server/floor/read-floor';
import { accountFor } from '$lib/server/foundation/requests/account-for';
import { conferenceFor } from '$lib/server/foundation/requests/conference-for';
import type { LayoutServerLoad } from './$types';

export const load: LayoutServerLoad = async ({ locals, params, url, depends }) => {
	depends('ten-chairs:floor');
	const account = accountFor(locals, 'floor.see');
	const conference = await conferenceFor(locals, params);
	const date = url.searchParams.get('date');
	const desk = url.searchParams.get('desk');
	const { desks, ...floor } = await readFloor(locals.app, account, conference.id, { date, desk });
	return {
		floor: {
			...floor,
			desks: desks.map((one) => ({ ...one, slots: textOfSlots(one.slots) })),
		},
		desk,
		maySetUp: may(account, 'conference.set-up'),
		mayAnswer: may(account, 'visit.answer'),
	};
};
