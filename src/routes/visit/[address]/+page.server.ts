import { childrenOf } from '$lib/server/visits/children-of';
import { visitOf } from '$lib/server/visits/whose-visit';
import { readSchool } from '$lib/server/register/school';
import { familyView } from '$lib/server/visits/family-view';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ locals, params, url }) => {
	const { app } = locals;
	const { adult, conference, family } = await visitOf(locals, params.address, url);
	const school = await readSchool(app.db);
	return {
		school: { name: school?.name ?? '', telephone: school?.telephone ?? null },
		view: await app.gate.pass({ step: 'look', conference: conference.id, family }, () =>
			familyView(app, adult, conference.id, family),
		),
		families: await childrenOf(app, locals.adults, conference.id),
		now: app.clock.now(),
		/** A typed code may have been typed on anybody's machine. */
		mayKeep: adult.through.startsWith('invitation:'),
	};
};
