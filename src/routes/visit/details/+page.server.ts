import { error, fail, redirect } from '@sveltejs/kit';
import { z } from 'zod';
import { says } from '$lib/operations/sentence';
import { m } from '$lib/paraglide/messages';
import { isTooOften } from '$lib/server/accounts/attempts';
import { emailProofLimits } from '$lib/server/accounts/limits';
import { tooOftenText } from '$lib/server/accounts/too-often-text';
import { familyCookieEnds, keepFamilyCookie } from '$lib/server/foundation/requests/cookies';
import { readForm } from '$lib/server/foundation/requests/read-form';
import { formAction } from '$lib/server/foundation/requests/form-action';
import { ownLink } from '$lib/server/invitations/adults-link';
import { renewLink } from '$lib/server/invitations/renew-link';
import { openLink } from '$lib/server/invitations/visitors';
import { wrongLink } from '$lib/server/invitations/wrong-link';
import { askForEmail } from '$lib/server/register/own-email';
import { changeOwnFacts, ownFacts } from '$lib/server/register/own-facts';
import { readSchool } from '$lib/server/register/school';
import type { Actions, PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ locals, url }) => {
	const { app, adult } = locals;
	if (!adult) return wrongLink(app);
	const school = await readSchool(app.db);
	return {
		school: { name: school?.name ?? '', telephone: school?.telephone ?? null },
		facts: await ownFacts(app, adult),
		link: await ownLink(app, adult),
		isRenewed: url.searchParams.has('renewed'),
		signedInUntil: await familyCookieEnds(app),
		/** Which of the families on this phone it is about. */
		family: adult.families[0] ?? '',
	};
};

const typedEmail = z.object({ email: z.email(says('email_wrong')).max(200) });

const own = ({ locals }: { readonly locals: App.Locals }) => ({
	adult: locals.adult?.adult ?? '',
});

export const actions: Actions = {
	save: formAction(changeOwnFacts, {
		as: 'adult',
		given: own,
		refused: { 'changed-meanwhile': () => m.changed_meanwhile() },
		done: () => ({ said: m.saved() }),
	}),
	email: async ({ locals, request }) => {
		const { app, adult } = locals;
		if (!adult || adult.isCommon) error(403, m.error_forbidden());
		const read = readForm(await request.formData(), typedEmail);
		if (!read.ok) return fail(400, { email: read });
		const { email } = read.fields;
		const refused = (status: number, problem: string) =>
			fail(status, { email: { problem, faults: { email: [problem] }, typed: read.typed } });
		const counted = await app.accounts.limited(emailProofLimits(adult.adult), async () => null);
		if (isTooOften(counted)) return refused(429, tooOftenText(counted.wait));
		if (!(await askForEmail(app, adult, { adult: adult.adult, email })))
			return refused(502, m.details_email_not_sent());
		return { asked: m.details_email_asked({ email }) };
	},
	renew: async ({ locals, cookies }) => {
		const { app, adult } = locals;
		if (!adult) error(403, m.error_forbidden());
		const made = await renewLink(app, adult, { adult: adult.adult });
		if (!made.ok) error(404, m.link_unknown());
		const token = made.link.split('/').at(-1)!;
		const opened = await openLink(app.db, app.config.key, token);
		if (opened) await keepFamilyCookie(app, cookies, opened.cookie);
		redirect(303, `/visit/details?family=${adult.families[0] ?? ''}&renewed`);
	},
};
