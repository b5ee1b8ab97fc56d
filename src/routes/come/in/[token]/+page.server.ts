import { fail, redirect } from '@sveltejs/kit';
import { newcomerFacts } from '$lib/operations/newcomers';
import { m } from '$lib/paraglide/messages';
import { keepFamilyCookie, takeDestination } from '$lib/server/foundation/requests/cookies';
import { readForm } from '$lib/server/foundation/requests/read-form';
import { wrongLink } from '$lib/server/invitations/wrong-link';
import { enterBy } from '$lib/server/newcomers/enter';
import { namedChildren } from '$lib/server/newcomers/named-children';
import { whoComes } from '$lib/server/newcomers/who-comes';
import { readSchool } from '$lib/server/register/school';
import type { Actions, PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ locals: { app }, params }) => {
	const school = (await readSchool(app.db))?.name ?? '';
	return { school, who: (await whoComes(app, params.token)) ?? (await wrongLink(app)) };
};

export const actions: Actions = {
	default: async ({ request, locals: { app }, params, cookies }) => {
		const { token } = params;
		const who = (await whoComes(app, token)) ?? (await wrongLink(app));
		const data = await request.formData();
		const read = readForm(data, newcomerFacts, { children: namedChildren(data) });
		if (who.is === 'new' && !read.ok) return fail(400, read);
		const facts = who.is === 'new' && read.ok ? read.fields : null;
		const entered = await enterBy(app, { token, facts });
		switch (entered.came) {
			case 'in':
				for (const cookie of entered.cookies) await keepFamilyCookie(app, cookies, cookie);
				redirect(303, takeDestination(cookies) ?? `/visit/${who.conference.address}`);
				break;
			case 'waits':
				// The page shows from now on that it waits.
				return;
			case 'no-class': {
				const problem = m.newcomer_no_class();
				return fail(409, { problem, faults: { children: [problem] }, typed: read.typed });
			}
			case 'withdrawn': {
				const problem = m.newcomer_withdrawn();
				return fail(409, { problem, faults: {}, typed: read.typed });
			}
			case 'facts-missing':
			case 'wrong-proof':
				return wrongLink(app);
		}
	},
};
