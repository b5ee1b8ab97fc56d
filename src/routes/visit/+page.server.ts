import { redirect } from '@sveltejs/kit';
import {
	conferenceWithId,
	listConferences,
	visibleConferences,
} from '$lib/server/conferences/read-conference';
import { triedBy } from '$lib/server/conferences/is-on-trial';
import { forgetFamilies, takeDestination } from '$lib/server/foundation/requests/cookies';
import { readSchool } from '$lib/server/register/school';
import { takenBackWithVisit } from '$lib/server/visits/whose-visit';
import { wrongLink } from '$lib/server/invitations/wrong-link';
import type { Actions, PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ locals, url, cookies }) => {
	const { app, adult } = locals;
	if (!adult) return wrongLink(app);
	const sent = takeDestination(cookies);
	if (sent) redirect(303, sent);
	const [conference] = await visibleConferences(app.db, app.clock.now());
	const tried = await triedBy(app.db, adult.families);
	const shown =
		(tried && (await conferenceWithId(app.db, tried))) ??
		conference ??
		(await takenBackWithVisit(app.db, await listConferences(app.db), adult.families));
	// Of several families on one phone it is the one whose link was opened.
	const several = new Set(locals.adults.flatMap(({ families }) => families)).size > 1;
	if (shown) redirect(303, `/visit/${shown.address}${several ? url.search : ''}`);
	return { school: (await readSchool(app.db))?.name };
};

export const actions: Actions = {
	leave: async ({ cookies }) => {
		forgetFamilies(cookies);
		redirect(303, '/');
	},
};
