import { fail, redirect } from '@sveltejs/kit';
import { z } from 'zod';
import { says } from '$lib/operations/sentence';
import { m } from '$lib/paraglide/messages';
import { readSchool } from '$lib/server/register/school';
import { clientOf, setSessionCookies } from '$lib/server/foundation/requests/cookies';
import { readForm } from '$lib/server/foundation/requests/read-form';
import { tooOftenText } from '$lib/server/accounts/too-often-text';
import type { Actions, PageServerLoad } from './$types';

const schema = z.object({
	email: z.string().trim().min(1, says('email_wrong')),
	password: z.string().min(1, says('password_missing')),
});

export const load: PageServerLoad = async ({ locals }) => {
	if (locals.account) redirect(303, '/');
	const school = await readSchool(locals.app.db);
	return { school: school?.name };
};

export const actions: Actions = {
	default: async ({ request, locals, cookies, getClientAddress }) => {
		const read = readForm(await request.formData(), schema);
		if (!read.ok) return fail(400, read);
		const { accounts, config } = locals.app;
		const { fields, typed } = read;
		const client = clientOf(cookies, getClientAddress);
		const result = await accounts.signIn(fields.email, fields.password, client);
		if (!result.ok)
			return result.reason === 'wrong'
				? fail(400, { problem: m.sign_in_wrong(), faults: {}, typed })
				: fail(429, { problem: tooOftenText(result.wait), faults: {}, typed });
		setSessionCookies(cookies, config.origin, result.cookies);
		redirect(303, result.secondFactor ? '/sign-in/second' : '/');
	},
};
