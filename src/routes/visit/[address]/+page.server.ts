import { error, fail } from '@sveltejs/kit';
import { z } from 'zod';
import { familyVisitProblem } from '$lib/core/visits/family-projection';
import { suggestVisits } from '$lib/core/planner/suggest-visits';
import { m } from '$lib/paraglide/messages';
import { bookVisit } from '$lib/server/visits/change-visit';
import { conferenceAt, isVisible } from '$lib/server/conferences/read-conference';
import { failureOf } from '$lib/server/foundation/failures/failure-of';
import { readSchool } from '$lib/server/register/school';
import { familyView } from '$lib/server/visits/family-view';
import { wrongLink } from '$lib/server/invitations/wrong-link';
import type { Actions, PageServerLoad } from './$types';

const requestSchema = z.object({
	family: z.uuid(),
	key: z.uuid(),
	appointments: z
		.array(
			z.object({
				slot: z.uuid(),
				wishes: z.array(z.uuid()).min(1).max(20),
				mode: z.enum(['in-person', 'video', 'telephone']),
			}),
		)
		.min(1)
		.max(40),
	/** What the family chose, for fresh suggestions when somebody was faster. */
	choice: z.object({
		wishes: z.array(z.uuid()).max(40),
		windows: z
			.array(z.tuple([z.number(), z.number()]))
			.max(40)
			.optional(),
	}),
});

async function visibleConference(locals: App.Locals, address: string) {
	const { app, adult } = locals;
	const conference = adult && (await conferenceAt(app.db, address));
	if (!adult || !conference || !isVisible(conference)) return wrongLink(app);
	return { adult, conference };
}

export const load: PageServerLoad = async ({ locals, params, url }) => {
	const { app } = locals;
	const { adult, conference } = await visibleConference(locals, params.address);
	const wanted = url.searchParams.get('family');
	const family = adult.families.find((id) => id === wanted) ?? adult.families[0];
	if (!family) error(404, m.link_unknown());
	return {
		school: (await readSchool(app.db))?.name ?? '',
		view: await app.gate.pass({ step: 'look', conference: conference.id, family }, () =>
			familyView(app, adult, conference.id, family),
		),
		families: adult.families,
		now: app.clock.now(),
	};
};

export const actions: Actions = {
	book: async ({ locals, params, request }) => {
		const { app } = locals;
		const { adult, conference } = await visibleConference(locals, params.address);
		const text = (await request.formData()).get('request');
		const read = requestSchema.safeParse(parseJson(text));
		if (!read.success) return fail(400, { problem: 'unreadable' as const });
		const { family, key, appointments, choice } = read.data;
		if (!adult.families.includes(family)) error(404, m.link_unknown());
		try {
			const passing = { step: 'finish', conference: conference.id, family } as const;
			return await app.gate.pass(passing, async () => {
				const result = await bookVisit(app, adult, {
					conferenceId: conference.id,
					familyId: family,
					key,
					appointments,
				});
				if (result.ok) return { booked: result.appointments.length };
				const view = await familyView(app, adult, conference.id, family);
				return fail(409, {
					problem: 'conflicts' as const,
					conflicts: result.conflicts,
					suggestions: suggestVisits(familyVisitProblem(view, choice)),
				});
			});
		} catch (failure) {
			if (failureOf(failure)?.kind === 'busy') return fail(503, { problem: 'busy' as const });
			throw failure;
		}
	},
};

function parseJson(text: FormDataEntryValue | null): unknown {
	try {
		return JSON.parse(String(text));
	} catch {
		return null;
	}
}
