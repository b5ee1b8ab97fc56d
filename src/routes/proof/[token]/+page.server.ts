import { wrongLink } from '$lib/server/invitations/wrong-link';
import { proveEmail, wantedEmail } from '$lib/server/register/own-email';
import { readSchool } from '$lib/server/register/school';
import type { Actions, PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ locals, params, request }) => {
	const { app } = locals;
	const school = (await readSchool(app.db))?.name ?? '';
	// Confirmed a moment ago, by the form of this page, the link is good no more.
	if (request.method === 'POST') return { school, wanted: null };
	return { school, wanted: (await wantedEmail(app, params.token)) ?? (await wrongLink(app)) };
};

export const actions: Actions = {
	default: async ({ locals, params }) => {
		const { app } = locals;
		return { email: (await proveEmail(app, params.token)) ?? (await wrongLink(app)) };
	},
};
