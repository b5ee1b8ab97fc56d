import { error, json } from '@sveltejs/kit';
import { m } from '$lib/paraglide/messages';
import { conferenceAt } from '$lib/server/conferences/read-conference';
import { basicsOf, saveBasics } from '$lib/server/conferences/save-basics';
import { accountFor } from '$lib/server/web/account-for';
import { basicsChangeSchema } from '$lib/server/web/basics-form';
import { readJson } from '$lib/server/web/read-json';
import type { RequestHandler } from './$types';

export const GET: RequestHandler = async ({ locals, params }) => {
	accountFor(locals, 'conference.see');
	const conference = await conferenceAt(locals.app.db, params.address);
	if (!conference) error(404, m.error_not_found());
	return json({ basics: basicsOf(conference), version: conference.version });
};

export const PUT: RequestHandler = async ({ locals, params, request }) => {
	const account = accountFor(locals, 'conference.set-up');
	const conference = await conferenceAt(locals.app.db, params.address);
	if (!conference) error(404, m.error_not_found());
	const { base, mine } = await readJson(request, basicsChangeSchema);
	return json(await saveBasics(locals.app, account, conference.id, base, mine));
};
