import { error } from '@sveltejs/kit';
import { may } from '$lib/core/permissions/may';
import { m } from '$lib/paraglide/messages';
import { isVisible } from '$lib/server/conferences/read-conference';
import { conferenceFor } from '$lib/server/foundation/requests/conference-for';
import { readGuide } from '$lib/server/sharing/read-guide';
import type { PageServerLoad } from './$types';

/** For teachers, once they can see the conference, and for the office. */
export const load: PageServerLoad = async ({ locals, params }) => {
	const { app, account, teacher } = locals;
	const conference = await conferenceFor(locals, params);
	const isOffice = account !== null && may(account, 'conference.see');
	if (!isOffice && !(teacher && isVisible(conference))) error(404, m.error_not_found());
	return await readGuide(app, conference);
};
