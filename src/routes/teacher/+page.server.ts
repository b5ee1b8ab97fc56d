import { error } from '@sveltejs/kit';
import { addressConfirm } from '$lib/operations/messages';
import { m } from '$lib/paraglide/messages';
import { formAction } from '$lib/server/foundation/requests/form-action';
import { choosePersonTold } from '$lib/server/notices/telling/choose-told';
import { answerAppointment } from '$lib/server/visits/answer-appointment';
import { readTold } from '$lib/server/notices/telling/read-told';
import { teacherConferences } from '$lib/server/day/teacher-day';
import { pictureActions } from '$lib/server/pictures/picture-actions';
import { picturesOf } from '$lib/server/pictures/pictures-of';
import { readSchool } from '$lib/server/register/school';
import { personName } from '$lib/server/register/teachers';
import { confirmAddress } from '$lib/server/messages/teacher-links';
import { wrongLink } from '$lib/server/invitations/wrong-link';
import { readForm } from '$lib/server/foundation/requests/read-form';
import type { Actions, PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ locals }) => {
	const { app, teacher } = locals;
	if (!teacher) return wrongLink(app);
	return {
		school: (await readSchool(app.db))?.name ?? '',
		name: await personName(app.db, teacher.person),
		told: await readTold(app.db, teacher.person),
		picture: (await picturesOf(app.db, [teacher.person])).get(teacher.person) ?? null,
		conferences: await teacherConferences(app, teacher, teacher.person),
	};
};

export const actions: Actions = {
	answer: formAction(answerAppointment, {
		refused: {
			unknown: () => m.day_answer_gone(),
			settled: () => m.day_answer_settled(),
		},
		told: ({ problem }) => ({ answerProblem: problem }),
		done: () => ({ answered: true }),
	}),
	told: formAction(choosePersonTold, {
		given: ({ locals }) => ({ person: locals.teacher?.person ?? '' }),
		refused: {},
		done: () => ({ said: m.told_saved() }),
	}),
	...pictureActions(({ locals: { teacher } }) => {
		if (!teacher) error(404, m.link_unknown());
		return { actor: teacher, person: teacher.person };
	}),
	confirm: async ({ request, locals }) => {
		const { app, teacher } = locals;
		if (!teacher) error(404, m.link_unknown());
		const read = readForm(await request.formData(), addressConfirm.input, {
			person: teacher.person,
		});
		const confirmed = read.ok && (await confirmAddress(app, teacher, read.fields)).ok;
		return { confirmed };
	},
};
