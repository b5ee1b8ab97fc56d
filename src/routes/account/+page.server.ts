import { fail, redirect } from '@sveltejs/kit';
import { toString as qrCode } from 'qrcode';
import { z } from 'zod';
import { may } from '$lib/core/permissions/may';
import { m } from '$lib/paraglide/messages';
import { isTooOften } from '$lib/server/accounts/attempts';
import { passwordAgain } from '$lib/server/accounts/limits';
import { chooseAccountTold } from '$lib/server/notices/telling/choose-told';
import { readAccountTold } from '$lib/server/notices/telling/read-told';
import { listTokens, makeToken, revokeToken } from '$lib/server/api/tokens';
import { setSessionCookies } from '$lib/server/foundation/requests/cookies';
import { formAction } from '$lib/server/foundation/requests/form-action';
import { accountFor } from '$lib/server/foundation/requests/account-for';
import { readForm } from '$lib/server/foundation/requests/read-form';
import { tooOftenText } from '$lib/server/accounts/too-often-text';
import type { Actions, PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ locals }) => {
	if (!locals.account) redirect(303, '/sign-in');
	const { name, hasSecondFactor } = locals.account;
	const mayMakeTokens = may(locals.account, 'tokens.manage');
	const tokens = mayMakeTokens ? await listTokens(locals.app, locals.account) : null;
	const isTold = may(locals.account, 'conference.set-up')
		? await readAccountTold(locals.app.db, locals.account.account)
		: null;
	return { name, hasSecondFactor, tokens, isTold };
};

const passwordSchema = z.object({
	current: z.string().min(1, { error: () => m.password_missing() }),
	password: z
		.string()
		.min(10, { error: () => m.password_short() })
		.max(128),
});
const currentSchema = passwordSchema.pick({ current: true });
const codeSchema = z.object({ code: z.string().min(1, { error: () => m.second_missing() }) });

export const actions: Actions = {
	token: formAction(makeToken, {
		refused: {},
		told: ({ problem }) => ({ tokenProblem: problem }),
		done: ({ token }) => ({ token }),
	}),
	told: formAction(chooseAccountTold, { refused: {}, done: () => ({ said: m.told_saved() }) }),
	revoke: formAction(revokeToken, { refused: {}, done: () => ({ said: m.token_revoked() }) }),
	password: async ({ request, locals, cookies }) => {
		const { account: id } = accountFor(locals, 'account.own');
		const { accounts } = locals.app;
		const read = readForm(await request.formData(), passwordSchema);
		if (!read.ok) return fail(400, { problem: read.problem });
		const { current, password } = read.fields;
		const answer = await accounts.limited(passwordAgain(id), async () =>
			(await accounts.isPassword(id, current)) ? 'right' : null,
		);
		if (answer === 'wrong') return fail(400, { problem: m.password_current_wrong() });
		if (isTooOften(answer)) return fail(429, { problem: tooOftenText(answer.wait) });
		await accounts.setPassword(id, password);
		for (const { name } of cookies.getAll())
			if (name.startsWith('ten-chairs.')) cookies.delete(name, { path: '/' });
		redirect(303, '/sign-in');
	},
	begin: async ({ request, locals }) => {
		const { account } = accountFor(locals, 'account.own');
		const headers = request.headers;
		const read = readForm(await request.formData(), currentSchema);
		if (!read.ok) return fail(400, { problem: read.problem });
		const factor = await locals.app.accounts.beginFactor(headers, account, read.fields.current);
		if (isTooOften(factor)) return fail(429, { problem: tooOftenText(factor.wait) });
		if (factor === 'wrong') return fail(400, { problem: m.password_current_wrong() });
		return {
			factor: {
				picture: await qrCode(factor.address, { type: 'svg', margin: 1 }),
				secret: new URL(factor.address).searchParams.get('secret') ?? '',
				spareCodes: factor.spareCodes,
			},
		};
	},
	confirm: async ({ request, locals, cookies }) => {
		const { account } = accountFor(locals, 'account.own');
		const headers = request.headers;
		const read = readForm(await request.formData(), codeSchema);
		if (!read.ok) return fail(400, { problem: read.problem });
		const answer = await locals.app.accounts.confirmFactor(headers, account, read.fields.code);
		if (isTooOften(answer)) return fail(429, { problem: tooOftenText(answer.wait) });
		if (answer === 'wrong') return fail(400, { problem: m.second_wrong() });
		setSessionCookies(cookies, locals.app.config.origin, answer);
		return { said: m.factor_on() };
	},
	end: async ({ request, locals, cookies }) => {
		const { account } = accountFor(locals, 'account.own');
		const headers = request.headers;
		const read = readForm(await request.formData(), currentSchema);
		if (!read.ok) return fail(400, { problem: read.problem });
		const answer = await locals.app.accounts.endFactor(headers, account, read.fields.current);
		if (isTooOften(answer)) return fail(429, { problem: tooOftenText(answer.wait) });
		if (answer === 'wrong') return fail(400, { problem: m.password_current_wrong() });
		setSessionCookies(cookies, locals.app.config.origin, answer);
		return { said: m.factor_off() };
	},
};
