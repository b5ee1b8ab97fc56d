import { fail } from '@sveltejs/kit';
import { z } from 'zod';
import { noticeKinds } from '$lib/core/notices/kinds';
import { may } from '$lib/core/permissions/may';
import { m } from '$lib/paraglide/messages';
import { accountFor } from '$lib/server/foundation/requests/account-for';
import { conferenceFor } from '$lib/server/foundation/requests/conference-for';
import { formAction } from '$lib/server/foundation/requests/form-action';
import { readForm } from '$lib/server/foundation/requests/read-form';
import { readMailStatus } from '$lib/server/notices/sending/mail-status';
import { previewNotice, sendPreview } from '$lib/server/notices/sending/preview-notice';
import { setNoticeRules } from '$lib/server/notices/telling/set-notice-rules';
import { readTelling } from '$lib/server/notices/telling/telling';
import type { Actions, PageServerLoad } from './$types';

const kindOf = (name: unknown) => noticeKinds.find((kind) => kind === name) ?? 'invited';

export const load: PageServerLoad = async ({ locals, params, url }) => {
	const account = accountFor(locals, 'notices.see');
	const conference = await conferenceFor(locals, params);
	const { app } = locals;
	const isWanted = url.searchParams.has('kind');
	const kind = kindOf(url.searchParams.get('kind'));
	const familyId = z.uuid().safeParse(url.searchParams.get('family')).data ?? null;
	const [telling, status, preview] = await Promise.all([
		readTelling(app.db, conference.id),
		readMailStatus(app, account),
		isWanted ? previewNotice(app, account, { conferenceId: conference.id, kind, familyId }) : null,
	]);
	return {
		rules: telling!.rules,
		status,
		preview,
		isWanted,
		kind,
		familyId,
		mayChange: may(account, 'rules.change'),
	};
};

export const actions: Actions = {
	save: formAction(setNoticeRules, {
		given: async ({ locals, params }) => ({
			conferenceId: (await conferenceFor(locals, params)).id,
		}),
		refused: {},
		done: () => ({ said: m.notices_saved() }),
	}),
	test: async ({ locals, params, request }) => {
		const account = accountFor(locals, 'notices.send');
		const { app } = locals;
		const read = readForm(
			await request.formData(),
			z.object({ kind: z.string(), family: z.string().optional() }),
		);
		if (!read.ok) return fail(400, { testProblem: read.problem });
		const sent = await sendPreview(app, account, {
			conferenceId: (await conferenceFor(locals, params)).id,
			kind: kindOf(read.fields.kind),
			familyId: z.uuid().safeParse(read.fields.family).data ?? null,
		});
		if (!sent) return fail(409, { testProblem: m.notices_preview_none() });
		if (!sent.isSent) return fail(409, { testProblem: m.notices_test_failed() });
		return { testSaid: m.notices_test_sent({ to: sent.to }) };
	},
};
