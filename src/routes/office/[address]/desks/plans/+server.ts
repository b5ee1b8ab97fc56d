import { error, json } from '@sveltejs/kit';
import { m } from '$lib/paraglide/messages';
import { conferenceAt } from '$lib/server/conferences/read-conference';
import { savePlans } from '$lib/server/desks/save-plans';
import { accountFor } from '$lib/server/web/account-for';
import { plansSchema } from '$lib/server/web/plans-body';
import { readJson } from '$lib/server/web/read-json';
import type { RequestHandler } from './$types';

export const PUT: RequestHandler = async ({ locals, params, request }) => {
	const account = accountFor(locals, 'desk.set-up');
	const conference = await conferenceAt(locals.app.db, params.address);
	if (!conference) error(404, m.error_not_found());
	const { changes, teachers } = await readJson(request, plansSchema);
	return json(await savePlans(locals.app, account, conference.id, changes, teachers));
};
