import { error } from '@sveltejs/kit';
import { m } from '$lib/paraglide/messages';
import { conferenceAt, isVisible } from '$lib/server/conferences/read-conference';
import { readSchool } from '$lib/server/register/school';
import { familyView } from '$lib/server/visits/family-view';
import { wrongLink } from '$lib/server/invitations/wrong-link';
import type { PageServerLoad } from './$types';

async function visibleConference(locals: App.Locals, address: string) {
	const { app, adult } = locals;
	const conference = adult && (await conferenceAt(app.db, address));
	if (!adult || !conference || !isVisible(conference)) return wrongLink(app);
	return { adult, conference };
}

export const load: PageServerLoad = async ({ locals, params, url }) => {
	const { app } = locals;
	const { adult, conference } = await visibleConference(locals, params.address);
	const wanted = url.searchParams.get('family');
	const family = adult.families.find((id) => id === wanted) ?? adult.families[0];
	if (!family) error(404, m.link_unknown());
	return {
		school: (await readSchool(app.db))?.name ?? '',
		view: await app.gate.pass({ step: 'look', conference: conference.id, family }, () =>
			familyView(app, adult, conference.id, family),
		),
		families: adult.families,
		now: app.clock.now(),
	};
};
