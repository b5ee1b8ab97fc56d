import { fail } from '@sveltejs/kit';
import { z } from 'zod';
import { m } from '$lib/paraglide/messages';
import {
	changeAccount,
	inviteAccount,
	listAccounts,
	passwordLinkFor,
	removeSecondFactor,
	withdrawAccount,
} from '$lib/server/accounts/change-accounts';
import { passwordWords } from '$lib/server/web/message-words';
import { accountFor } from '$lib/server/web/account-for';
import { readFields } from '$lib/server/web/read-fields';
import type { Actions, PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ locals }) => {
	const account = accountFor(locals, 'accounts.manage');
	return {
		accounts: await listAccounts(locals.app, account),
		me: account.account,
		knowsSafety: account.knowsSafety === true,
	};
};

const role = z.enum(['organiser', 'helper', 'front-door']);
const inviteSchema = z.object({
	name: z
		.string()
		.trim()
		.min(1, { error: () => m.name_missing() })
		.max(120, { error: () => m.text_too_long() }),
	email: z.email({ error: () => m.email_wrong() }),
	role,
});
const changeSchema = z.object({
	id: z.uuid(),
	role,
	knowsSafety: z.literal('on').optional().transform(Boolean),
});
const oneSchema = z.object({ id: z.uuid() });

/** Sends the link for choosing a password; what could not be sent is shown, to be handed on. */
async function sendLink(
	{ app }: App.Locals,
	to: { id: string; name: string; email: string },
	link: string,
) {
	const words = await passwordWords(app, { name: to.name, link, isFirst: true });
	const isSent = await app.mail.send({ about: `account.${to.id}`, to: to.email, ...words });
	return isSent
		? { said: m.account_invited({ email: to.email }) }
		: { said: m.account_not_sent(), link };
}

export const actions: Actions = {
	invite: async ({ request, locals }) => {
		const account = accountFor(locals, 'accounts.manage');
		const read = await readFields(request, inviteSchema);
		if (!read.ok) return fail(400, { problem: read.problem });
		const invited = await inviteAccount(locals.app, account, read.fields);
		if (!invited.ok) return fail(409, { problem: m.account_known() });
		return sendLink(locals, { id: invited.id, ...read.fields }, invited.link);
	},
	again: async ({ request, locals }) => {
		const account = accountFor(locals, 'accounts.manage');
		const read = await readFields(request, oneSchema);
		if (!read.ok) return fail(400, { problem: read.problem });
		const known = await listAccounts(locals.app, account);
		const to = known.find(({ id }) => id === read.fields.id);
		if (!to) return fail(404, { problem: m.error_not_found() });
		return sendLink(locals, to, await passwordLinkFor(locals.app, account, to.id));
	},
	change: async ({ request, locals }) => {
		const account = accountFor(locals, 'accounts.manage');
		const read = await readFields(request, changeSchema);
		if (!read.ok) return fail(400, { problem: read.problem });
		const { id, ...wanted } = read.fields;
		const result = await changeAccount(locals.app, account, id, wanted);
		return result === 'changed'
			? { said: m.saved() }
			: fail(409, { problem: m.account_last_organiser() });
	},
	withdraw: async ({ request, locals }) => {
		const account = accountFor(locals, 'accounts.manage');
		const read = await readFields(request, oneSchema);
		if (!read.ok) return fail(400, { problem: read.problem });
		const result = await withdrawAccount(locals.app, account, read.fields.id);
		return result === 'changed'
			? { said: m.account_withdrawn() }
			: fail(409, { problem: m.account_last_organiser() });
	},
	unfactor: async ({ request, locals }) => {
		const account = accountFor(locals, 'accounts.manage');
		const read = await readFields(request, oneSchema);
		if (!read.ok) return fail(400, { problem: read.problem });
		await removeSecondFactor(locals.app, account, read.fields.id);
		return { said: m.account_factor_removed() };
	},
};
