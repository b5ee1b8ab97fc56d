import { fail, redirect } from '@sveltejs/kit';
import { setError, superValidate } from 'sveltekit-superforms';
import { zod4 } from 'sveltekit-superforms/adapters';
import { z } from 'zod';
import { datesOf } from '$lib/core/desks/desk-plan';
import { addDays, isLocalDate, localOf } from '$lib/core/time/local-time';
import { m } from '$lib/paraglide/messages';
import { createConference } from '$lib/server/conferences/change-conference';
import { copyConference, peopleWhoLeft } from '$lib/server/conferences/copy-conference';
import { listConferences } from '$lib/server/conferences/read-conference';
import { readSchool } from '$lib/server/register/school';
import { accountFor } from '$lib/server/foundation/requests/account-for';
import { conferenceSchema, isHoursFault, readHours } from '$lib/server/conferences/conference-form';
import { readForm } from '$lib/server/foundation/requests/read-form';
import { basicsFaultText } from '$lib/ui/conferences/basics-text';
import type { Actions, PageServerLoad } from './$types';

const FORTNIGHT = 14;

export const load: PageServerLoad = async ({ locals, url }) => {
	accountFor(locals, 'conference.set-up');
	const { db, clock } = locals.app;
	const timeZone = (await readSchool(db))?.timeZone ?? 'UTC';
	const today = localOf(clock.now(), timeZone).date;
	const first = {
		name: '',
		timeZone,
		slotMinutes: 10,
		gapMinutes: 0,
		hours: [{ date: addDays(today, FORTNIGHT), start: 15 * 60 + 30, end: 19 * 60 + 30 }],
	};
	const earlier = (await listConferences(db)).map((row) => ({
		id: row.id,
		address: row.address,
		name: row.name,
		dates: datesOf(row),
	}));
	const like = earlier.find(({ address }) => address === url.searchParams.get('like')) ?? null;
	return {
		form: await superValidate(first, zod4(conferenceSchema), { errors: false }),
		today,
		earlier,
		like: like && { ...like, gone: await peopleWhoLeft(db, like.id) },
	};
};

export const actions: Actions = {
	create: async ({ request, locals }) => {
		const account = accountFor(locals, 'conference.set-up');
		const form = await superValidate(request, zod4(conferenceSchema));
		if (!form.valid) return fail(400, { form });
		const given = { ...form.data, hours: readHours(form.data.hours) };
		const result = await createConference(locals.app, account, given);
		if (result.ok) redirect(303, `/office/${result.address}/desks`);
		for (const fault of result.faults)
			if (isHoursFault(fault)) setError(form, 'hours._errors', basicsFaultText(fault));
			else setError(form, 'timeZone', m.zone_unknown());
		return fail(400, { form });
	},
	copy: async ({ request, locals }) => {
		const account = accountFor(locals, 'conference.set-up');
		const read = readForm(
			await request.formData(),
			z.object({ earlier: z.uuid(), name: z.string().max(80), dates: z.array(z.string()) }),
		);
		if (!read.ok) return fail(400, { copyProblem: read.problem });
		const { earlier, name } = read.fields;
		const dates = read.fields.dates.filter(isLocalDate);
		const result = await copyConference(locals.app, account, { earlier, name, dates });
		if (result.ok) redirect(303, `/office/${result.address}/desks`);
		const sentences = {
			'no-name': m.basics_name_missing,
			'no-dates': m.copy_no_dates,
			'no-such-time': m.hours_no_such_time,
		};
		return fail(400, { copyProblem: sentences[result.reason]() });
	},
};
