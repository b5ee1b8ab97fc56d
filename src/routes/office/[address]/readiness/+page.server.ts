import { may } from '$lib/core/permissions/may';
import { m } from '$lib/paraglide/messages';
import { accountFor } from '$lib/server/foundation/requests/account-for';
import { conferenceFor } from '$lib/server/foundation/requests/conference-for';
import { formAction } from '$lib/server/foundation/requests/form-action';
import { readReadiness } from '$lib/server/readiness/read-readiness';
import { setFindingAside, takeFindingBack } from '$lib/server/readiness/set-aside';
import type { Actions, PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ locals, params }) => {
	const account = accountFor(locals, 'conference.see');
	const conference = await conferenceFor(locals, params);
	return {
		findings: await readReadiness(locals.app, account, conference),
		mayChange: may(account, 'conference.set-up'),
	};
};

export const actions: Actions = {
	aside: formAction(setFindingAside, {
		given: async ({ locals, params }) => ({
			conferenceId: (await conferenceFor(locals, params)).id,
		}),
		refused: { 'no-reason': () => m.readiness_aside_empty() },
		beside: { 'no-reason': 'reason' },
	}),
	back: formAction(takeFindingBack, {
		given: async ({ locals, params }) => ({
			conferenceId: (await conferenceFor(locals, params)).id,
		}),
		refused: {},
	}),
};
