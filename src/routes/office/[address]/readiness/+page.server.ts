import { error } from '@sveltejs/kit';
import { may } from '$lib/core/permissions/may';
import { m } from '$lib/paraglide/messages';
import { conferenceAt } from '$lib/server/conferences/read-conference';
import type { App } from '$lib/server/app';
import { accountFor } from '$lib/server/foundation/requests/account-for';
import { formAction } from '$lib/server/foundation/requests/form-action';
import { readReadiness } from '$lib/server/readiness/read-readiness';
import { setFindingAside, takeFindingBack } from '$lib/server/readiness/set-aside';
import type { Actions, PageServerLoad } from './$types';

async function conferenceIn({ db }: Pick<App, 'db'>, address: string) {
	const conference = await conferenceAt(db, address);
	if (!conference) error(404, m.error_not_found());
	return conference;
}

export const load: PageServerLoad = async ({ locals, params }) => {
	const account = accountFor(locals, 'conference.see');
	const conference = await conferenceIn(locals.app, params.address);
	return {
		findings: await readReadiness(locals.app, account, conference),
		mayChange: may(account, 'conference.set-up'),
	};
};

export const actions: Actions = {
	aside: formAction(setFindingAside, {
		given: async ({ locals, params }) => ({
			conferenceId: (await conferenceIn(locals.app, params['address'] ?? '')).id,
		}),
		refused: { 'no-reason': () => m.readiness_aside_empty() },
		beside: { 'no-reason': 'reason' },
	}),
	back: formAction(takeFindingBack, {
		given: async ({ locals, params }) => ({
			conferenceId: (await conferenceIn(locals.app, params['address'] ?? '')).id,
		}),
		refused: {},
	}),
};
