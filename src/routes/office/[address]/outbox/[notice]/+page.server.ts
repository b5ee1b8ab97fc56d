import { error } from '@sveltejs/kit';
import { m } from '$lib/paraglide/messages';
import { accountFor } from '$lib/server/foundation/requests/account-for';
import { conferenceFor } from '$lib/server/foundation/requests/conference-for';
import { formAction } from '$lib/server/foundation/requests/form-action';
import { readNotice, sendNoticeAgain } from '$lib/server/notices/sending/outbox';
import type { Actions, PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ locals, params }) => {
	const account = accountFor(locals, 'notices.see');
	const conference = await conferenceFor(locals, params);
	const notice = await readNotice(locals.app, account, conference.id, params.notice);
	return { notice: notice ?? error(404, m.outbox_unknown()) };
};

export const actions: Actions = {
	again: formAction(sendNoticeAgain, {
		given: ({ params }) => ({ notice: params['notice'] ?? '' }),
		refused: {
			unknown: () => m.outbox_unknown(),
			'on-its-way': () => m.outbox_on_its_way(),
		},
		done: () => ({ said: m.outbox_again_done() }),
	}),
};
