import { fail, redirect } from '@sveltejs/kit';
import { z } from 'zod';
import { m } from '$lib/paraglide/messages';
import { clientOf, setSessionCookies } from '$lib/server/foundation/requests/cookies';
import { readForm } from '$lib/server/foundation/requests/read-form';
import { tooOftenText } from '$lib/server/accounts/too-often-text';
import type { Actions, PageServerLoad } from './$types';

export const load: PageServerLoad = ({ locals }) => {
	if (locals.account) redirect(303, '/');
};

const schema = z.object({
	code: z
		.string()
		.trim()
		.min(1, { error: () => m.second_missing() })
		.max(40),
	kind: z.enum(['authenticator', 'spare']).default('authenticator'),
});

export const actions: Actions = {
	default: async ({ request, locals, cookies, getClientAddress }) => {
		const { accounts, config } = locals.app;
		const headers = request.headers;
		const read = readForm(await request.formData(), schema);
		if (!read.ok) return fail(400, { problem: read.problem });
		const client = clientOf(cookies, getClientAddress);
		const result = await accounts.giveCode(headers, read.fields, client);
		if (!result.ok)
			return result.reason === 'wrong'
				? fail(400, { problem: m.second_wrong() })
				: fail(429, { problem: tooOftenText(result.wait) });
		setSessionCookies(cookies, config.origin, result.cookies);
		redirect(303, '/');
	},
};
