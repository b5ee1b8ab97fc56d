import { fail } from '@sveltejs/kit';
import { z } from 'zod';
import { invitedAccount } from '$lib/operations/accounts';
import { m } from '$lib/paraglide/messages';
import {
	changeAccount,
	inviteAccount,
	listAccounts,
	passwordLinkFor,
	removeSecondFactor,
	withdrawAccount,
} from '$lib/server/accounts/change-accounts';
import { passwordWords } from '$lib/server/messages/message-words';
import { accountFor } from '$lib/server/foundation/requests/account-for';
import { formAction } from '$lib/server/foundation/requests/form-action';
import { readForm } from '$lib/server/foundation/requests/read-form';
import type { Actions, PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ locals }) => {
	const account = accountFor(locals, 'accounts.manage');
	return {
		accounts: await listAccounts(locals.app, account),
		me: account.account,
		knowsSafety: account.knowsSafety === true,
	};
};

const oneSchema = z.object({ id: z.uuid() });

/** Sends the link for choosing a password; what could not be sent is shown, to be handed on. */
async function sendLink(
	{ app }: App.Locals,
	to: { id: string; name: string; email: string },
	link: string,
) {
	const words = await passwordWords(app, { name: to.name, link, isFirst: true });
	const message = { about: `account.${to.id}`, to: to.email, ...words };
	const isSent = (await app.mail.send(message)) === 'sent';
	return isSent
		? { said: m.account_invited({ email: to.email }) }
		: { said: m.account_not_sent(), link };
}

const lastOrganiser = { 'last-organiser': () => m.account_last_organiser() };

export const actions: Actions = {
	invite: async ({ request, locals }) => {
		const account = accountFor(locals, 'accounts.manage');
		const read = readForm(await request.formData(), invitedAccount);
		if (!read.ok) return fail(400, { problem: read.problem });
		const invited = await inviteAccount(locals.app, account, read.fields);
		if (!invited.ok) return fail(409, { problem: m.account_known() });
		return sendLink(locals, { id: invited.id, ...read.fields }, invited.link);
	},
	again: async ({ request, locals }) => {
		const account = accountFor(locals, 'accounts.manage');
		const read = readForm(await request.formData(), oneSchema);
		if (!read.ok) return fail(400, { problem: read.problem });
		const known = await listAccounts(locals.app, account);
		const to = known.find(({ id }) => id === read.fields.id);
		if (!to) return fail(404, { problem: m.error_not_found() });
		return sendLink(locals, to, await passwordLinkFor(locals.app, account, to.id));
	},
	change: formAction(changeAccount, { refused: lastOrganiser, done: () => ({ said: m.saved() }) }),
	withdraw: formAction(withdrawAccount, {
		refused: lastOrganiser,
		done: () => ({ said: m.account_withdrawn() }),
	}),
	unfactor: formAction(removeSecondFactor, {
		refused: {},
		done: () => ({ said: m.account_factor_removed() }),
	}),
};
