import { noticeKinds, noticeStates } from '$lib/core/notices/kinds';
import { accountFor } from '$lib/server/foundation/requests/account-for';
import { conferenceFor } from '$lib/server/foundation/requests/conference-for';
import { readOutbox } from '$lib/server/notices/sending/outbox';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ locals, params, url }) => {
	const account = accountFor(locals, 'notices.see');
	const conference = await conferenceFor(locals, params);
	const wanted = (name: string) => url.searchParams.get(name) ?? '';
	const search = {
		text: wanted('for').trim().slice(0, 100),
		kind: noticeKinds.find((kind) => kind === wanted('kind')) ?? null,
		state: noticeStates.find((state) => state === wanted('state')) ?? null,
	};
	return {
		search,
		...(await readOutbox(locals.app, account, conference.id, search)),
		hasMailServer: locals.app.config.smtpUrl !== undefined,
	};
};
