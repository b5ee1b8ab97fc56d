import { fail } from '@sveltejs/kit';
import { z } from 'zod';
import { m } from '$lib/paraglide/messages';
import { isTooOften } from '$lib/server/accounts/attempts';
import { forgotLimits } from '$lib/server/accounts/limits';
import { accountToReset } from '$lib/server/accounts/password-links';
import { passwordWords } from '$lib/server/messages/message-words';
import { clientOf } from '$lib/server/foundation/requests/cookies';
import { readForm } from '$lib/server/foundation/requests/read-form';
import { tooOftenText } from '$lib/server/accounts/too-often-text';
import type { Actions } from './$types';

const schema = z.object({ email: z.email({ error: () => m.email_wrong() }) });

export const actions: Actions = {
	default: async ({ request, locals, cookies, getClientAddress }) => {
		const { app } = locals;
		const read = readForm(await request.formData(), schema);
		if (!read.ok) return fail(400, { problem: read.problem });
		const address = read.fields.email.trim().toLowerCase();
		// Counted whether the address is known or not, so that nothing can be learned from the answer.
		const limits = forgotLimits(address, clientOf(cookies, getClientAddress));
		const answer = await app.accounts.limited(limits, async () => null);
		if (isTooOften(answer)) return fail(429, { problem: tooOftenText(answer.wait) });
		const to = await accountToReset(app, address);
		if (to) {
			const words = await passwordWords(app, { name: to.name, link: to.link, isFirst: false });
			// Not waited for: how long it takes would tell that the address is known.
			void app.mail.send({ about: `reset.${to.id}.${app.clock.now()}`, to: to.email, ...words });
		}
		return { said: m.forgot_sent() };
	},
};
