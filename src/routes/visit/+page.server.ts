import { redirect } from '@sveltejs/kit';
import { visibleConferences } from '$lib/server/conferences/read-conference';
import { readSchool } from '$lib/server/register/school';
import { wrongLink } from '$lib/server/invitations/wrong-link';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ locals }) => {
	const { app, adult } = locals;
	if (!adult) return wrongLink(app);
	const [conference] = await visibleConferences(app.db, app.clock.now());
	if (conference) redirect(303, `/visit/${conference.address}`);
	return { school: (await readSchool(app.db))?.name };
};
