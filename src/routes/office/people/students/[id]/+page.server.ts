import { error, type RequestEvent } from '@sveltejs/kit';
import { m } from '$lib/paraglide/messages';
import { listTeachers } from '$lib/server/register/teachers';
import { changeStudent, readStudent, setException } from '$lib/server/register/edit-student';
import { listClasses } from '$lib/server/register/list-people';
import { setLeft } from '$lib/server/register/set-left';
import { accountFor } from '$lib/server/foundation/requests/account-for';
import { formAction } from '$lib/server/foundation/requests/form-action';
import type { Actions, PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ locals, params }) => {
	const { app } = locals;
	const account = accountFor(locals, 'register.see');
	const student = await readStudent(app, account, params.id);
	if (!student) error(404, m.error_not_found());
	return {
		student,
		classes: (await listClasses(app, account)).map(({ id, label }) => ({ id, label })),
		teachers: await listTeachers(app.db),
	};
};

const ofThis = ({ params }: RequestEvent) => ({ who: 'student' as const, id: params.id! });

export const actions: Actions = {
	save: formAction(changeStudent, {
		given: ({ params }) => ({ id: params.id! }),
		refused: { 'changed-meanwhile': () => m.changed_meanwhile() },
		done: () => ({ said: m.saved() }),
	}),
	except: formAction(setException, {
		given: ({ params }) => ({ student: params.id! }),
		refused: {},
	}),
	leave: formAction(setLeft, {
		given: (event) => ({ ...ofThis(event), hasLeft: true }),
		refused: {},
	}),
	return: formAction(setLeft, {
		given: (event) => ({ ...ofThis(event), hasLeft: false }),
		refused: {},
	}),
};
