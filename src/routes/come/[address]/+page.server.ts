import { error, fail } from '@sveltejs/kit';
import { datesOf } from '$lib/core/desks/desk-plan';
import { SYSTEM } from '$lib/core/permissions/may';
import { newcomerAsk } from '$lib/operations/newcomers';
import { m } from '$lib/paraglide/messages';
import { isTooOften } from '$lib/server/accounts/attempts';
import { newcomerLimits } from '$lib/server/accounts/limits';
import { tooOftenText } from '$lib/server/accounts/too-often-text';
import type { App } from '$lib/server/app';
import { entryOf } from '$lib/server/conferences/entry-of';
import { conferenceAt, phaseOfRow } from '$lib/server/conferences/read-conference';
import { clientOf } from '$lib/server/foundation/requests/cookies';
import { readForm } from '$lib/server/foundation/requests/read-form';
import { askIn } from '$lib/server/newcomers/ask-in';
import { readSchool } from '$lib/server/register/school';
import type { Actions, PageServerLoad } from './$types';

/** The conference at an address whose door is open; anything else is not there. */
async function openConference({ db, clock }: App, address: string) {
	const conference = await conferenceAt(db, address);
	if (!conference || entryOf(conference, clock.now()) === 'listed') error(404, m.error_not_found());
	return conference;
}

export const load: PageServerLoad = async ({ locals: { app, adult }, params }) => {
	const conference = await openConference(app, params.address);
	const { address, name, timeZone, opensAt, closesAt, words } = conference;
	const now = app.clock.now();
	return {
		school: (await readSchool(app.db))?.name ?? '',
		conference: { address, name, timeZone, opensAt, closesAt, words },
		dates: datesOf(conference),
		phase: phaseOfRow(conference, now),
		isIn: Boolean(adult),
		now,
	};
};

export const actions: Actions = {
	default: async ({ request, locals: { app }, params, cookies, getClientAddress }) => {
		const { id: conferenceId } = await openConference(app, params.address);
		const read = readForm(await request.formData(), newcomerAsk.input, { conferenceId });
		if (!read.ok) return fail(400, read);
		const email = read.fields.email.trim();
		const limits = newcomerLimits(email.toLowerCase(), clientOf(cookies, getClientAddress));
		// Every message counts, whoever it goes to: nothing can be learned from what is held up.
		const answer = await app.accounts.limited(limits, async () => null);
		if (isTooOften(answer)) {
			const problem = tooOftenText(answer.wait);
			return fail(429, { problem, faults: { email: [problem] }, typed: read.typed });
		}
		const asked = await askIn(app, SYSTEM, { conferenceId, email });
		if (!asked.ok) error(404, m.error_not_found());
		return { said: m.come_sent({ email }) };
	},
};
