import { fail, redirect } from '@sveltejs/kit';
import { message, superValidate } from 'sveltekit-superforms';
import { zod4 } from 'sveltekit-superforms/adapters';
import { z } from 'zod';
import { m } from '$lib/paraglide/messages';
import { readSchool } from '$lib/server/register/school';
import { clientOf, setSessionCookies } from '$lib/server/foundation/requests/cookies';
import { tooOftenText } from '$lib/server/accounts/too-often-text';
import type { Actions, PageServerLoad } from './$types';

const schema = z.object({
	email: z
		.string()
		.trim()
		.min(1, { error: () => m.email_wrong() }),
	password: z.string().min(1, { error: () => m.password_missing() }),
});

export const load: PageServerLoad = async ({ locals }) => {
	if (locals.account) redirect(303, '/');
	const school = await readSchool(locals.app.db);
	return { form: await superValidate(zod4(schema)), school: school?.name };
};

export const actions: Actions = {
	default: async ({ request, locals, cookies, getClientAddress }) => {
		const form = await superValidate(request, zod4(schema));
		if (!form.valid) return fail(400, { form });
		const { accounts, config } = locals.app;
		const { email, password } = form.data;
		const result = await accounts.signIn(email, password, clientOf(cookies, getClientAddress));
		form.data.password = '';
		if (!result.ok)
			return result.reason === 'wrong'
				? message(form, m.sign_in_wrong(), { status: 400 })
				: message(form, tooOftenText(result.wait), { status: 429 });
		setSessionCookies(cookies, config.origin, result.cookies);
		redirect(303, result.secondFactor ? '/sign-in/second' : '/');
	},
};
