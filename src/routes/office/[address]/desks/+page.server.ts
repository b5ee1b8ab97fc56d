import { type RequestEvent } from '@sveltejs/kit';
import { may } from '$lib/core/permissions/may';
import { localOf } from '$lib/core/time/local-of';
import { m } from '$lib/paraglide/messages';
import { readDeskBoard } from '$lib/server/desks/desk-board';
import { settleProposal } from '$lib/server/desks/proposals';
import { keepSlot } from '$lib/server/desks/to-settle';
import { accountFor } from '$lib/server/foundation/requests/account-for';
import { conferenceFor } from '$lib/server/foundation/requests/conference-for';
import { formAction } from '$lib/server/foundation/requests/form-action';
import type { Actions, PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ locals, params }) => {
	const { app } = locals;
	const account = accountFor(locals, 'conference.see');
	const conference = await conferenceFor(locals, params);
	return {
		board: await readDeskBoard(app, account, conference.id),
		maySetUp: may(account, 'desk.set-up'),
		today: localOf(app.clock.now(), conference.timeZone).date,
	};
};

async function ofConference({ locals, params }: RequestEvent) {
	const conference = await conferenceFor(locals, params);
	return { conferenceId: conference.id };
}

export const actions: Actions = {
	keep: formAction(keepSlot, {
		given: ofConference,
		refused: { settled: () => m.settle_not_kept(), overlaps: () => m.settle_not_kept() },
	}),
	settle: formAction(settleProposal, {
		refused: { settled: () => m.changed_meanwhile(), unfit: () => m.proposal_does_not_fit() },
	}),
};
