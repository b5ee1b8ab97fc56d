import { fail, redirect } from '@sveltejs/kit';
import { toString as qrCode } from 'qrcode';
import { z } from 'zod';
import { may } from '$lib/core/permissions/may';
import { m } from '$lib/paraglide/messages';
import { isTooOften } from '$lib/server/accounts/attempts';
import { passwordAgain } from '$lib/server/accounts/limits';
import { listTokens, makeToken, revokeToken, scopes } from '$lib/server/api/tokens';
import { setSessionCookies } from '$lib/server/web/cookies';
import { accountFor } from '$lib/server/web/account-for';
import { readFields } from '$lib/server/web/read-fields';
import { tooOftenText } from '$lib/server/web/too-often-text';
import type { Actions, PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ locals }) => {
	if (!locals.account) redirect(303, '/sign-in');
	const { name, hasSecondFactor } = locals.account;
	const mayMakeTokens = may(locals.account, 'tokens.manage');
	const tokens = mayMakeTokens ? await listTokens(locals.app, locals.account) : null;
	return { name, hasSecondFactor, tokens };
};

const tokenSchema = z.object({
	name: z
		.string()
		.trim()
		.min(1, { error: () => m.token_name_missing() })
		.max(60),
	scope: z.array(z.enum(scopes)).min(1, { error: () => m.token_scope_missing() }),
});

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
	token: async ({ request, locals }) => {
		const account = accountFor(locals, 'tokens.manage');
		const form = await request.formData();
		const read = tokenSchema.safeParse({ name: form.get('name'), scope: form.getAll('scope') });
		if (!read.success) return fail(400, { tokenProblem: read.error.issues[0]!.message });
		const { name, scope } = read.data;
		const { token } = await makeToken(locals.app, account, { name, scopes: scope });
		return { token };
	},
	revoke: async ({ request, locals }) => {
		const account = accountFor(locals, 'tokens.manage');
		const read = await readFields(request, z.object({ id: z.uuid() }));
		if (!read.ok) return fail(400, { tokenProblem: read.problem });
		await revokeToken(locals.app, account, read.fields.id);
		return { said: m.token_revoked() };
	},
	password: async ({ request, locals, cookies }) => {
		const { account: id } = accountFor(locals, 'account.own');
		const { accounts } = locals.app;
		const read = await readFields(request, passwordSchema);
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
		const read = await readFields(request, currentSchema);
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
		const read = await readFields(request, codeSchema);
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
		const read = await readFields(request, currentSchema);
		if (!read.ok) return fail(400, { problem: read.problem });
		const answer = await locals.app.accounts.endFactor(headers, account, read.fields.current);
		if (isTooOften(answer)) return fail(429, { problem: tooOftenText(answer.wait) });
		if (answer === 'wrong') return fail(400, { problem: m.password_current_wrong() });
		setSessionCookies(cookies, locals.app.config.origin, answer);
		return { said: m.factor_off() };
	},
};
