import { error, fail, redirect } from '@sveltejs/kit';
import { message, setError, superValidate } from 'sveltekit-superforms';
import { zod4 } from 'sveltekit-superforms/adapters';
import { z } from 'zod';
import { isTimeZone } from '$lib/core/time/local-time';
import { zoneOf } from '$lib/core/time/zone-cities';
import { m } from '$lib/paraglide/messages';
import { isTooOften } from '$lib/server/accounts/attempts';
import { setUpLimits } from '$lib/server/accounts/limits';
import { hasOrganiser } from '$lib/server/accounts/accounts';
import { isSetUpCode, setUpSchool } from '$lib/server/accounts/set-up';
import { clientOf, setSessionCookies } from '$lib/server/foundation/requests/cookies';
import { tooOftenText } from '$lib/server/accounts/too-often-text';
import type { Actions, PageServerLoad } from './$types';

const schema = z.object({
	code: z
		.string()
		.trim()
		.min(1, { error: () => m.set_up_code_missing() }),
	school: z
		.string()
		.trim()
		.min(1, { error: () => m.set_up_school_missing() })
		.max(120),
	// Also without a script, a city is enough.
	timeZone: z
		.string()
		.overwrite((typed) => zoneOf(typed) ?? typed)
		.refine(isTimeZone, { error: () => m.zone_unknown() }),
	name: z
		.string()
		.trim()
		.min(1, { error: () => m.name_missing() })
		.max(120),
	email: z.email({ error: () => m.email_wrong() }),
	password: z
		.string()
		.min(10, { error: () => m.password_short() })
		.max(128),
});

export const load: PageServerLoad = async ({ locals }) => {
	if (await hasOrganiser(locals.app.db)) error(404, m.error_not_found());
	return { form: await superValidate(zod4(schema)) };
};

export const actions: Actions = {
	default: async ({ request, locals, cookies, getClientAddress }) => {
		const { app } = locals;
		if (await hasOrganiser(app.db)) error(404, m.error_not_found());
		const form = await superValidate(request, zod4(schema));
		if (!form.valid) return fail(400, { form });
		const { code, school, timeZone, name, email, password } = form.data;
		const client = clientOf(cookies, getClientAddress);
		const answer = await app.accounts.limited(setUpLimits(client), async () =>
			isSetUpCode(app.config.key, code) ? 'right' : null,
		);
		if (isTooOften(answer)) return message(form, tooOftenText(answer.wait), { status: 429 });
		if (answer === 'wrong') return setError(form, 'code', m.set_up_code_wrong());
		const done = await setUpSchool(app, { school, timeZone, organiser: { name, email, password } });
		if (!done) error(404, m.error_not_found());
		const signedIn = await app.accounts.signIn(email, password, client);
		if (signedIn.ok) setSessionCookies(cookies, app.config.origin, signedIn.cookies);
		redirect(303, '/office');
	},
};
