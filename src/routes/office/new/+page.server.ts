import { fail, redirect } from '@sveltejs/kit';
import { z } from 'zod';
import { schoolDayFrom } from '$lib/core/conferences/school-day';
import { datesOf } from '$lib/core/desks/desk-plan';
import { localOf } from '$lib/core/time/local-of';
import { addDays } from '$lib/core/time/local-time';
import { parseTypedDate } from '$lib/core/time/typed-date';
import { m } from '$lib/paraglide/messages';
import { copyConference, peopleWhoLeft } from '$lib/server/conferences/copy-conference';
import { listConferences } from '$lib/server/conferences/read-conference';
import { readSchool } from '$lib/server/register/school';
import { accountFor } from '$lib/server/foundation/requests/account-for';
import { readForm } from '$lib/server/foundation/requests/read-form';
import type { Actions, PageServerLoad } from './$types';

const FORTNIGHT = 14;

export const load: PageServerLoad = async ({ locals, url }) => {
	accountFor(locals, 'conference.set-up');
	const { db, clock } = locals.app;
	const school = await readSchool(db);
	const timeZone = school?.timeZone ?? 'UTC';
	const today = localOf(clock.now(), timeZone).date;
	const day = schoolDayFrom(addDays(today, FORTNIGHT), school?.holidays ?? []);
	const first = {
		name: '',
		timeZone,
		slotMinutes: 10,
		gapMinutes: 0,
		hours: [{ date: day, start: 15 * 60 + 30, end: 19 * 60 + 30 }],
	};
	const earlier = (await listConferences(db)).map((row) => ({
		id: row.id,
		address: row.address,
		name: row.name,
		dates: datesOf(row),
	}));
	const like = earlier.find(({ address }) => address === url.searchParams.get('like')) ?? null;
	return {
		first,
		today,
		earlier,
		like: like && { ...like, gone: await peopleWhoLeft(db, like.id) },
	};
};

export const actions: Actions = {
	copy: async ({ request, locals }) => {
		const account = accountFor(locals, 'conference.set-up');
		const read = readForm(
			await request.formData(),
			z.object({ earlier: z.uuid(), name: z.string().max(80), dates: z.array(z.string()) }),
		);
		if (!read.ok) return fail(400, { copyProblem: read.problem });
		const { earlier, name } = read.fields;
		const timeZone = (await readSchool(locals.app.db))?.timeZone ?? 'UTC';
		const today = localOf(locals.app.clock.now(), timeZone).date;
		const typed = read.fields.dates.filter((text) => text.trim());
		const dates = typed.flatMap((text) => parseTypedDate(text, today) ?? []);
		const unread = typed.find((text) => !parseTypedDate(text, today));
		if (unread) return fail(400, { copyProblem: m.date_unreadable({ text: unread }) });
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
