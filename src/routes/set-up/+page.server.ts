import { error, fail, redirect } from '@sveltejs/kit';
import { z } from 'zod';
import { says } from '$lib/operations/sentence';
import { timeZone } from '$lib/operations/time-zone';
import { needed } from '$lib/operations/typed-text';
import { m } from '$lib/paraglide/messages';
import { isTooOften } from '$lib/server/accounts/attempts';
import { setUpLimits } from '$lib/server/accounts/limits';
import { hasOrganiser } from '$lib/server/accounts/accounts';
import { isSetUpCode, setUpSchool } from '$lib/server/accounts/set-up';
import { clientOf, setSessionCookies } from '$lib/server/foundation/requests/cookies';
import { readForm } from '$lib/server/foundation/requests/read-form';
import { tooOftenText } from '$lib/server/accounts/too-often-text';
import type { Actions, PageServerLoad } from './$types';

const schema = z.object({
	code: needed(40, 'set_up_code_missing'),
	school: needed(120, 'set_up_school_missing'),
	timeZone,
	name: needed(120, 'name_missing'),
	email: z.email(says('email_wrong')),
	password: z.string().min(10, says('password_short')).max(128, says('text_too_long')),
});

export const load: PageServerLoad = async ({ locals }) => {
	if (await hasOrganiser(locals.app.db)) error(404, m.error_not_found());
};

export const actions: Actions = {
	default: async ({ request, locals, cookies, getClientAddress }) => {
		const { app } = locals;
		if (await hasOrganiser(app.db)) error(404, m.error_not_found());
		const read = readForm(await request.formData(), schema);
		if (!read.ok) return fail(400, read);
		const { fields, typed } = read;
		const { code, school, name, email, password } = fields;
		const client = clientOf(cookies, getClientAddress);
		const answer = await app.accounts.limited(setUpLimits(client), async () =>
			isSetUpCode(app.config.key, code) ? 'right' : null,
		);
		if (isTooOften(answer))
			return fail(429, { problem: tooOftenText(answer.wait), faults: {}, typed });
		if (answer === 'wrong') {
			const problem = m.set_up_code_wrong();
			return fail(400, { problem, faults: { code: [problem] }, typed });
		}
		const organiser = { name, email, password };
		const done = await setUpSchool(app, { school, timeZone: fields.timeZone, organiser });
		if (!done) error(404, m.error_not_found());
		const signedIn = await app.accounts.signIn(email, password, client);
		if (signedIn.ok) setSessionCookies(cookies, app.config.origin, signedIn.cookies);
		redirect(303, '/office');
	},
};
