import { error, redirect } from '@sveltejs/kit';
import { m } from '$lib/paraglide/messages';
import { visibleConferences } from '$lib/server/conferences/read-conference';
import { readSchool } from '$lib/server/people/school';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ locals }) => {
	const { app, adult } = locals;
	if (!adult) error(404, m.link_unknown());
	const [conference] = await visibleConferences(app.db, app.clock.now());
	if (conference) redirect(303, `/visit/${conference.address}`);
	return { school: (await readSchool(app.db))?.name };
};
