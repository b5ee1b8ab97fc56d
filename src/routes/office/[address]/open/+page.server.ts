import { error, fail, redirect, type RequestEvent } from '@sveltejs/kit';
import { m } from '$lib/paraglide/messages';
import type { Act } from '$lib/core/permissions/may';
import { publishConference, withdrawConference } from '$lib/server/conferences/change-conference';
import { conferenceAt } from '$lib/server/conferences/read-conference';
import { isReady, readReadiness } from '$lib/server/conferences/readiness';
import { accountFor } from '$lib/server/foundation/requests/account-for';
import type { Actions, PageServerLoad } from './$types';

async function conferenceFor(
	{ locals, params }: Pick<RequestEvent, 'locals' | 'params'>,
	act: Act,
) {
	const account = accountFor(locals, act);
	const conference = await conferenceAt(locals.app.db, params.address!);
	if (!conference) error(404, m.error_not_found());
	return { account, conference, here: `/office/${conference.address}/open` };
}

export const load: PageServerLoad = async (event) => {
	const { account, conference } = await conferenceFor(event, 'conference.see');
	return { readiness: await readReadiness(event.locals.app, account, conference.id) };
};

export const actions: Actions = {
	/** What should be looked at first is asked about once; `anyway` says that it may be so. */
	publish: async (event) => {
		const { app } = event.locals;
		const { account, conference, here } = await conferenceFor(event, 'conference.publish');
		const isAnyway = (await event.request.formData()).get('anyway') === 'on';
		if (!isAnyway && !isReady(await readReadiness(app, account, conference.id)))
			return fail(409, { isAsked: true });
		await publishConference(app, account, { conferenceId: conference.id });
		redirect(303, here);
	},
	withdraw: async (event) => {
		const { account, conference, here } = await conferenceFor(event, 'conference.publish');
		await withdrawConference(event.locals.app, account, { conferenceId: conference.id });
		redirect(303, here);
	},
};
