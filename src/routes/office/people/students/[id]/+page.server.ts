import { error, fail } from '@sveltejs/kit';
import { z } from 'zod';
import { m } from '$lib/paraglide/messages';
import { listTeachers } from '$lib/server/people/teachers';
import { changeStudent, readStudent, setException } from '$lib/server/register/edit-student';
import { listClasses } from '$lib/server/register/list-people';
import { setLeft } from '$lib/server/register/set-left';
import { accountFor } from '$lib/server/web/account-for';
import { readFields } from '$lib/server/web/read-fields';
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

const studentSchema = z.object({
	givenName: z.string().trim().max(120),
	familyName: z
		.string()
		.trim()
		.min(1, { error: () => m.person_family_missing() })
		.max(120),
	yearGroup: z.string().trim().max(80),
	homeClass: z.union([z.literal(''), z.uuid()]),
	version: z.coerce.number().int(),
});
const exceptionSchema = z.object({
	person: z.uuid({ error: () => m.desk_teacher_missing() }),
	exception: z.enum(['also', 'not', '']),
});

export const actions: Actions = {
	save: async ({ request, locals, params }) => {
		const account = accountFor(locals, 'register.change');
		const read = await readFields(request, studentSchema);
		if (!read.ok) return fail(400, { problem: read.problem });
		const { version, homeClass, ...fields } = read.fields;
		const target = { id: params.id, version };
		const input = { ...fields, homeClass: homeClass || null };
		const result = await changeStudent(locals.app, account, target, input);
		return result === 'changed'
			? { said: m.saved() }
			: fail(409, { problem: m.changed_meanwhile() });
	},
	except: async ({ request, locals, params }) => {
		const account = accountFor(locals, 'register.change');
		const read = await readFields(request, exceptionSchema);
		if (!read.ok) return fail(400, { problem: read.problem });
		const { person, exception } = read.fields;
		await setException(locals.app, account, params.id, person, exception || null);
	},
	leave: async ({ locals, params }) => {
		await setLeft(locals.app, accountFor(locals, 'register.change'), 'student', params.id, true);
	},
	return: async ({ locals, params }) => {
		await setLeft(locals.app, accountFor(locals, 'register.change'), 'student', params.id, false);
	},
};
