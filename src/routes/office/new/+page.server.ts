import { fail, redirect } from '@sveltejs/kit';
import { setError, superValidate } from 'sveltekit-superforms';
import { zod4 } from 'sveltekit-superforms/adapters';
import { addDays, localOf } from '$lib/core/time/local-time';
import { m } from '$lib/paraglide/messages';
import { createConference } from '$lib/server/conferences/change-conference';
import { readSchool } from '$lib/server/people/school';
import { accountFor } from '$lib/server/web/account-for';
import { basicsSchema, isHoursFault, readBasics } from '$lib/server/web/basics-form';
import { hoursFaultText } from '$lib/ui/forms/hours-rows';
import type { Actions, PageServerLoad } from './$types';

const FORTNIGHT = 14;

export const load: PageServerLoad = async ({ locals }) => {
	accountFor(locals, 'conference.set-up');
	const { db, clock } = locals.app;
	const timeZone = (await readSchool(db))?.timeZone ?? 'UTC';
	const today = localOf(clock.now(), timeZone).date;
	const first = {
		...{ name: '', words: '', timeZone, slotMinutes: 10, gapMinutes: 0, opensAt: '', closesAt: '' },
		hours: [{ date: addDays(today, FORTNIGHT), start: 15 * 60 + 30, end: 19 * 60 + 30 }],
	};
	return {
		form: await superValidate(first, zod4(basicsSchema), { errors: false }),
		zones: Intl.supportedValuesOf('timeZone'),
		today,
	};
};

export const actions: Actions = {
	default: async ({ request, locals }) => {
		const account = accountFor(locals, 'conference.set-up');
		const form = await superValidate(request, zod4(basicsSchema));
		if (!form.valid) return fail(400, { form });
		const read = readBasics(form.data);
		if ('field' in read) return setError(form, read.field, m.moment_wrong());
		const result = await createConference(locals.app, account, read.basics);
		if (result.ok) redirect(303, `/office/${result.address}/desks`);
		for (const fault of result.faults)
			if (isHoursFault(fault)) setError(form, 'hours._errors', hoursFaultText(fault.code));
			else if (fault.field === 'closesAt') setError(form, 'closesAt', m.basics_closes_before());
			else setError(form, 'timeZone', m.zone_unknown());
		return fail(400, { form });
	},
};
