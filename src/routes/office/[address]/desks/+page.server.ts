import { error, fail } from '@sveltejs/kit';
import { z } from 'zod';
import { may } from '$lib/core/permissions/may';
import { localOf } from '$lib/core/time/local-time';
import { m } from '$lib/paraglide/messages';
import { conferenceAt } from '$lib/server/conferences/read-conference';
import { readDeskBoard } from '$lib/server/desks/desk-board';
import { settleProposal } from '$lib/server/desks/proposals';
import { keepSlot } from '$lib/server/desks/to-settle';
import { accountFor } from '$lib/server/web/account-for';
import { readFields } from '$lib/server/web/read-fields';
import type { Actions, PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ locals, params }) => {
	const { app } = locals;
	const account = accountFor(locals, 'conference.see');
	const conference = await conferenceAt(app.db, params.address);
	if (!conference) error(404, m.error_not_found());
	return {
		board: await readDeskBoard(app, account, conference.id),
		maySetUp: may(account, 'desk.set-up'),
		today: localOf(app.clock.now(), conference.timeZone).date,
	};
};

export const actions: Actions = {
	keep: async ({ request, locals, params }) => {
		const account = accountFor(locals, 'desk.set-up');
		const conference = await conferenceAt(locals.app.db, params.address);
		if (!conference) error(404, m.error_not_found());
		const read = await readFields(request, z.object({ slot: z.uuid() }));
		if (!read.ok) return fail(400, { message: read.problem });
		const outcome = await keepSlot(locals.app, account, conference.id, read.fields.slot);
		return outcome ? { message: '' } : fail(409, { message: m.settle_not_kept() });
	},
	settle: async ({ request, locals }) => {
		const account = accountFor(locals, 'desk.set-up');
		const read = await readFields(
			request,
			z.object({ proposal: z.uuid(), accept: z.enum(['yes', 'no']) }),
		);
		if (!read.ok) return fail(400, { message: read.problem });
		const { proposal, accept } = read.fields;
		const outcome = await settleProposal(locals.app, account, proposal, accept === 'yes');
		if (outcome && (outcome.refusal || outcome.faults.length > 0))
			return fail(409, { message: m.proposal_does_not_fit() });
		return { message: '' };
	},
};
