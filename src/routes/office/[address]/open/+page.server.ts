import { error, redirect } from '@sveltejs/kit';
import { m } from '$lib/paraglide/messages';
import { publishConference, withdrawConference } from '$lib/server/conferences/change-conference';
import { conferenceAt } from '$lib/server/conferences/read-conference';
import { accountFor } from '$lib/server/web/account-for';
import type { Actions, RequestEvent } from './$types';

const change =
	(act: typeof publishConference) =>
	async ({ locals, params }: RequestEvent) => {
		const { app } = locals;
		const account = accountFor(locals, 'conference.publish');
		const conference = await conferenceAt(app.db, params.address);
		if (!conference) error(404, m.error_not_found());
		await act(app, account, conference.id);
		redirect(303, `/office/${conference.address}/open`);
	};

export const actions: Actions = {
	publish: change(publishConference),
	withdraw: change(withdrawConference),
};
