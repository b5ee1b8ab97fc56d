import { error, fail } from '@sveltejs/kit';
import { message, setError, superValidate } from 'sveltekit-superforms';
import { zod4 } from 'sveltekit-superforms/adapters';
import { localOf } from '$lib/core/time/local-time';
import { m } from '$lib/paraglide/messages';
import { changeConference } from '$lib/server/conferences/change-conference';
import { conferenceAt } from '$lib/server/conferences/read-conference';
import { accountFor } from '$lib/server/web/account-for';
import { basicsForm, basicsSchema, isHoursFault, readBasics } from '$lib/server/web/basics-form';
import { hoursFaultText } from '$lib/ui/forms/hours-rows';
import type { Actions, PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ locals, params }) => {
	const { db, clock } = locals.app;
	const conference = await conferenceAt(db, params.address);
	if (!conference) error(404, m.error_not_found());
	return {
		form: await superValidate(basicsForm(conference), zod4(basicsSchema)),
		version: conference.version,
		zones: Intl.supportedValuesOf('timeZone'),
		today: localOf(clock.now(), conference.timeZone).date,
	};
};

export const actions: Actions = {
	default: async ({ request, locals, params, url }) => {
		const { app } = locals;
		const account = accountFor(locals, 'conference.set-up');
		const conference = await conferenceAt(app.db, params.address);
		if (!conference) error(404, m.error_not_found());
		const form = await superValidate(request, zod4(basicsSchema));
		if (!form.valid) return fail(400, { form });
		const read = readBasics(form.data);
		if ('field' in read) return setError(form, read.field, m.moment_wrong());
		const version = Number(url.searchParams.get('version'));
		const result = await changeConference(app, account, conference.id, version, read.basics);
		if (result.ok) return message(form, m.saved());
		if ('changedMeanwhile' in result) return message(form, m.changed_meanwhile(), { status: 409 });
		for (const fault of result.faults)
			if (isHoursFault(fault)) setError(form, 'hours._errors', hoursFaultText(fault.code));
			else if (fault.field === 'closesAt') setError(form, 'closesAt', m.basics_closes_before());
			else setError(form, 'timeZone', m.zone_unknown());
		return fail(400, { form });
	},
};
