import { error, fail, redirect } from '@sveltejs/kit';
import { z } from 'zod';
import { m } from '$lib/paraglide/messages';
import { accountOfPasswordLink, choosePassword } from '$lib/server/accounts/password-links';
import { clientOf, setSessionCookies } from '$lib/server/foundation/requests/cookies';
import { readForm } from '$lib/server/foundation/requests/read-form';
import type { Actions, PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ locals, params }) => {
	const account = await accountOfPasswordLink(locals.app, params.token);
	if (!account) error(404, m.link_unknown());
	return { name: account.name, email: account.email };
};

const schema = z.object({
	password: z
		.string()
		.min(10, { error: () => m.password_short() })
		.max(128),
});

export const actions: Actions = {
	default: async ({ request, locals, params, cookies, getClientAddress }) => {
		const { app } = locals;
		const account = await accountOfPasswordLink(app, params.token);
		if (!account) error(404, m.link_unknown());
		const read = readForm(await request.formData(), schema);
		if (!read.ok) return fail(400, { problem: read.problem });
		if (!(await choosePassword(app, params.token, read.fields.password)))
			error(404, m.link_unknown());
		const client = clientOf(cookies, getClientAddress);
		const signedIn = await app.accounts.signIn(account.email, read.fields.password, client);
		if (!signedIn.ok) redirect(303, '/sign-in');
		setSessionCookies(cookies, app.config.origin, signedIn.cookies);
		redirect(303, signedIn.secondFactor ? '/sign-in/second' : '/');
	},
};
