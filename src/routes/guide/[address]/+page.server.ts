import { error } from '@sveltejs/kit';
import { may } from '$lib/core/permissions/may';
import { m } from '$lib/paraglide/messages';
import { isVisible } from '$lib/server/conferences/read-conference';
import { conferenceFor } from '$lib/server/foundation/requests/conference-for';
import { readGuide } from '$lib/server/sharing/read-guide';
import type { PageServerLoad } from './$types';

/** For everybody, once families can see the conference; the office may look before. */
export const load: PageServerLoad = async ({ locals, params }) => {
	const { app, account } = locals;
	const conference = await conferenceFor(locals, params);
	if (!isVisible(conference) && !(account && may(account, 'conference.see')))
		error(404, m.error_not_found());
	return await readGuide(app, conference);
};
