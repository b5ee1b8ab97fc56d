import { may } from '$lib/core/permissions/may';
import { m } from '$lib/paraglide/messages';
import { beginSending, latestSending } from '$lib/server/messages/send-links';
import { listPersons, personSorts } from '$lib/server/register/list-people';
import { listQuery } from '$lib/server/register/list-page';
import { accountFor } from '$lib/server/foundation/requests/account-for';
import { formAction } from '$lib/server/foundation/requests/form-action';
import type { Actions, PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ locals, url }) => ({
	page: await listPersons(
		locals.app,
		accountFor(locals, 'register.see'),
		'teacher',
		listQuery(url, Object.keys(personSorts)),
	),
	seesLinks: may(accountFor(locals, 'register.see'), 'links.see'),
	sending: await latestSending(locals.app.db),
});

export const actions: Actions = {
	send: formAction(beginSending, {
		refused: { busy: () => m.sending_busy(), nobody: () => m.sending_nobody() },
		done: () => ({ isBegun: true }),
	}),
};
