import { fail, redirect } from '@sveltejs/kit';
import { z } from 'zod';
import { says } from '$lib/operations/sentence';
import { may, SYSTEM } from '$lib/core/permissions/may';
import { m } from '$lib/paraglide/messages';
import { hasOrganiser } from '$lib/server/accounts/accounts';
import { isTooOften } from '$lib/server/accounts/attempts';
import { familyCodeLimits, lostLinkLimits } from '$lib/server/accounts/limits';
import { tooOftenText } from '$lib/server/accounts/too-often-text';
import { clientOf, keepFamilyCookie } from '$lib/server/foundation/requests/cookies';
import { readForm } from '$lib/server/foundation/requests/read-form';
import { openCode } from '$lib/server/invitations/visitors';
import { lookForPages } from '$lib/server/look/look-for-pages';
import { readSchool } from '$lib/server/register/school';
import { reportLostLink } from '$lib/server/visits/enquiries';
import type { Actions, PageServerLoad } from './$types';

export const load: PageServerLoad = async (event) => {
	const { locals, url } = event;
	const { account, adult, teacher, app } = locals;
	// Another family's code can be typed, or its link asked for, on a phone that knows one already.
	if (!['code', 'lost'].some((wanted) => url.searchParams.has(wanted))) {
		if (account) redirect(303, may(account, 'conference.see') ? '/office' : '/door');
		if (adult) redirect(303, '/visit');
		if (teacher) redirect(303, '/teacher');
	}
	if (!(await hasOrganiser(app.db))) redirect(303, '/set-up');
	const school = await readSchool(app.db);
	return { ...(await lookForPages(event)), school: school?.name };
};

const typedCode = z.object({ code: z.string().trim().min(1, says('start_code_missing')).max(60) });
const typedEmail = z.object({ email: z.email(says('email_wrong')) });

export const actions: Actions = {
	code: async ({ request, locals, cookies, getClientAddress }) => {
		const { db, config, accounts } = locals.app;
		const read = readForm(await request.formData(), typedCode);
		if (!read.ok) return fail(400, { code: read });
		const limits = familyCodeLimits(clientOf(cookies, getClientAddress));
		const opened = await accounts.limited(limits, () => openCode(db, config, read.fields.code));
		const wrong = (problem: string) => ({
			code: { problem, faults: { code: [problem] }, typed: read.typed },
		});
		if (isTooOften(opened)) return fail(429, wrong(tooOftenText(opened.wait)));
		if (opened === 'wrong') return fail(400, wrong(m.start_code_wrong()));
		await keepFamilyCookie(locals.app, cookies, opened.cookie);
		redirect(303, '/visit');
	},
	lost: async ({ request, locals, cookies, getClientAddress }) => {
		const { app } = locals;
		const read = readForm(await request.formData(), typedEmail);
		if (!read.ok) return fail(400, { lost: read });
		const email = read.fields.email.trim().toLowerCase();
		const limits = lostLinkLimits(email, clientOf(cookies, getClientAddress));
		// Counted whether the address is known or not, so that nothing can be learned from the answer.
		const answer = await app.accounts.limited(limits, async () => null);
		if (isTooOften(answer)) {
			const problem = tooOftenText(answer.wait);
			return fail(429, { lost: { problem, faults: { email: [problem] }, typed: read.typed } });
		}
		// Not waited for: how long it takes would tell that the address is known.
		void reportLostLink(app, SYSTEM, { email }).catch((error: unknown) =>
			app.log.error({ error }, 'a lost link could not be written down'),
		);
		return { said: m.start_lost_said() };
	},
};
