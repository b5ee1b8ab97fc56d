import { fail, redirect, type RequestEvent } from '@sveltejs/kit';
import { m } from '$lib/paraglide/messages';
import { isGrave } from '$lib/core/readiness/finding';
import type { Act } from '$lib/core/permissions/may';
import {
	pauseConference,
	publishConference,
	resumeConference,
	withdrawConference,
} from '$lib/server/conferences/change-conference';
import { removeConference } from '$lib/server/conferences/remove-conference';
import { whoHasBooked } from '$lib/server/conferences/who-has-booked';
import { accountFor } from '$lib/server/foundation/requests/account-for';
import { conferenceFor } from '$lib/server/foundation/requests/conference-for';
import { formAction } from '$lib/server/foundation/requests/form-action';
import { toldOfOpening } from '$lib/server/notices/telling/told-of-opening';
import { isHeldUp, readReadiness } from '$lib/server/readiness/read-readiness';
import type { Actions, PageServerLoad } from './$types';

async function conferenceHere(
	{ locals, params }: Pick<RequestEvent, 'locals' | 'params'>,
	act: Act,
) {
	const account = accountFor(locals, act);
	const conference = await conferenceFor(locals, params);
	return { account, conference, here: `/office/${conference.address}/open` };
}

const isSaidAnyway = async ({ request }: RequestEvent): Promise<boolean> =>
	(await request.formData()).get('anyway') === 'on';

const given = async (event: RequestEvent) => ({
	conferenceId: (await conferenceHere(event, 'conference.publish')).conference.id,
});

export const load: PageServerLoad = async (event) => {
	const { account, conference } = await conferenceHere(event, 'conference.see');
	const findings = await readReadiness(event.locals.app, account, conference);
	return {
		grave: new Set(
			findings
				.filter((finding) => finding.aside === null && isGrave(finding))
				.map(({ kind }) => kind),
		).size,
		told: await toldOfOpening(event.locals.app, account, conference.id),
		pauseWords: conference.pausedAt === null ? null : conference.pauseWords,
	};
};

export const actions: Actions = {
	/** What should be looked at first is asked about once; `anyway` says that it may be so. */
	publish: async (event) => {
		const { app } = event.locals;
		const { account, conference, here } = await conferenceHere(event, 'conference.publish');
		const isAnyway = await isSaidAnyway(event);
		const findings = await readReadiness(app, account, conference);
		if (!isAnyway && isHeldUp(findings)) return fail(409, { isAsked: true });
		const published = await publishConference(app, account, {
			conferenceId: conference.id,
			known: findings.map(({ digest }) => digest),
		});
		if (!published.ok) return fail(409, { isTried: true });
		redirect(303, here);
	},
	/** Who has booked already is told once; `anyway` says that they may lose sight of it. */
	withdraw: async (event) => {
		const { app } = event.locals;
		const { account, conference, here } = await conferenceHere(event, 'conference.publish');
		const isAnyway = await isSaidAnyway(event);
		const booked = isAnyway ? [] : await whoHasBooked(app, account, conference.id);
		if (booked.length) return fail(409, { booked });
		await withdrawConference(app, account, { conferenceId: conference.id });
		redirect(303, here);
	},
	pause: formAction(pauseConference, { given, refused: {} }),
	resume: formAction(resumeConference, { given, refused: {} }),
	remove: formAction(removeConference, {
		given,
		refused: {
			unknown: () => m.error_not_found(),
			'name-wanted': ({ booked }) => m.remove_name_wanted({ count: booked }),
			'another-name': () => m.remove_another_name(),
		},
		beside: { 'name-wanted': 'name', 'another-name': 'name' },
		done: () => redirect(303, '/office'),
	}),
};
