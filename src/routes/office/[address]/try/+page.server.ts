import { type RequestEvent } from '@sveltejs/kit';
import { validate } from 'uuid';
import { may } from '$lib/core/permissions/may';
import { m } from '$lib/paraglide/messages';
import { formAction } from '$lib/server/foundation/requests/form-action';
import { accountFor } from '$lib/server/foundation/requests/account-for';
import { conferenceFor } from '$lib/server/foundation/requests/conference-for';
import { beginTrial, endTrial, readTrial } from '$lib/server/trying/trial-run';
import { trialChoice } from '$lib/server/trying/trial-choice';
import type { Actions, PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ locals, params, url, depends }) => {
	// What is set up meanwhile, or saved a moment ago, is tried as it is then.
	depends('ten-chairs:progress');
	const account = accountFor(locals, 'visit.see');
	const conference = await conferenceFor(locals, params);
	const family = url.searchParams.get('family');
	const named = family !== null && validate(family) ? family : null;
	const choice = await trialChoice(locals.app, account, conference.id, named);
	const wanted = url.searchParams.get('moment');
	const isOrganiser = may(account, 'links.see');
	return {
		...choice,
		triers: isOrganiser ? await readTrial(locals.app, account, conference.id) : null,
		moment: choice.moments.find(({ name }) => name === wanted) ?? choice.moments[0]!,
	};
};

const given = async ({ locals, params }: RequestEvent) => {
	const conference = await conferenceFor(locals, params);
	return { conferenceId: conference.id };
};

export const actions: Actions = {
	begin: formAction(beginTrial, {
		given,
		refused: { 'is-open': () => m.trial_is_open(), nobody: () => m.try_nobody() },
	}),
	end: formAction(endTrial, {
		given,
		refused: {},
		done: ({ appointments }) => ({ said: m.trial_ended({ count: appointments }) }),
	}),
};
