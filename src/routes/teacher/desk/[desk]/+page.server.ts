import { error, fail } from '@sveltejs/kit';
import { z } from 'zod';
import { datesOf } from '$lib/core/desks/desk-plan';
import { localOf } from '$lib/core/time/local-of';
import { m } from '$lib/paraglide/messages';
import { listCalendars } from '$lib/server/calendars/calendars';
import { conferenceHours } from '$lib/server/conferences/conference-hours';
import { changeOwnDesk, openProposals, ownDesk } from '$lib/server/desks/proposals';
import { calendarActions, withFailures } from '$lib/server/calendars/calendar-actions';
import { deskPlan, type ownDeskChange } from '$lib/operations/desks';
import { sentenceOf, type RefusalTexts } from '$lib/server/foundation/requests/form-action';
import { readForm } from '$lib/server/foundation/requests/read-form';
import { planFaultText } from '$lib/ui/desks/desk-text';
import type { Actions, PageServerLoad } from './$types';

function teacherOf({ teacher }: App.Locals) {
	if (!teacher) error(404, m.link_unknown());
	return teacher;
}

export const load: PageServerLoad = async ({ locals, params }) => {
	const teacher = teacherOf(locals);
	const { app } = locals;
	const own = await ownDesk(app.db, teacher.person, params.desk);
	if (!own) error(404, m.error_not_found());
	const { conference, now } = own;
	const proposals = await openProposals(app.db, conference.id);
	return {
		plan: now,
		proposed: proposals.find(({ desk }) => desk === now.id)?.plan ?? null,
		conference: { name: conference.name, timeZone: conference.timeZone },
		teachersMay: conference.teachersMay,
		hours: conferenceHours(conference),
		dates: datesOf(conference),
		today: localOf(app.clock.now(), conference.timeZone).date,
		hasVideoService: app.config.videoService !== null,
		busy: withFailures(await listCalendars(app, teacher, teacher.person)),
	};
};

const json = z.string().transform((text, context) => {
	try {
		return JSON.parse(text) as unknown;
	} catch {
		context.addIssue({ code: 'custom', message: m.body_unreadable() });
		return z.NEVER;
	}
});
const refused: RefusalTexts<typeof ownDeskChange> = {
	faults: ({ faults }) => planFaultText(faults[0]!.code),
	meanwhile: () => m.changed_meanwhile(),
};
const wantedDesk = z.object({
	base: json.pipe(deskPlan),
	plan: json.pipe(deskPlan),
	note: z.string().max(500),
});

export const actions: Actions = {
	change: async ({ request, locals, params }) => {
		const teacher = teacherOf(locals);
		const read = readForm(await request.formData(), wantedDesk);
		if (!read.ok) return fail(400, { problem: m.body_unreadable() });
		const { base, plan, note } = read.fields;
		const outcome = await changeOwnDesk(locals.app, teacher, {
			person: teacher.person,
			base,
			plan: { ...plan, id: params.desk },
			note,
		});
		if (outcome.ok) return { became: outcome.became };
		const problem = sentenceOf<typeof ownDeskChange>(refused, outcome);
		return fail(409, { problem });
	},
	...calendarActions(({ locals }) => {
		const teacher = teacherOf(locals);
		return { actor: teacher, person: teacher.person };
	}),
};
