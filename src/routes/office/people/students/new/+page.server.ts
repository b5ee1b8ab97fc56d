import { fail, redirect } from '@sveltejs/kit';
import { z } from 'zod';
import { m } from '$lib/paraglide/messages';
import { addStudent } from '$lib/server/register/add-student';
import { describeFamily } from '$lib/server/register/find-families';
import { listClasses } from '$lib/server/register/list-people';
import { accountFor } from '$lib/server/foundation/requests/account-for';
import { readForm } from '$lib/server/foundation/requests/read-form';
import type { Actions, PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ locals, url }) => {
	const { app } = locals;
	const account = accountFor(locals, 'register.change');
	const asked = z.uuid().safeParse(url.searchParams.get('family'));
	return {
		family: asked.success ? await describeFamily(app, account, asked.data) : null,
		classes: (await listClasses(app, account)).map(({ label }) => label),
	};
};

const line = (longest: number) =>
	z
		.string()
		.trim()
		.max(longest, { error: () => m.text_too_long() });
const studentSchema = z.object({
	studentGivenName: line(120),
	studentFamilyName: line(120).min(1, { error: () => m.person_family_missing() }),
	class: line(40),
	yearGroup: line(80),
	isAnother: z.literal('on').optional().transform(Boolean),
	familyId: z.union([z.literal(''), z.uuid()]),
	givenName: line(120),
	familyName: line(120),
	email: z.union([z.literal(''), z.email({ error: () => m.email_wrong() })]),
	telephone: line(40),
	language: line(80),
	address: line(300),
});

export const actions: Actions = {
	default: async ({ request, locals }) => {
		const account = accountFor(locals, 'register.change');
		const read = readForm(await request.formData(), studentSchema);
		if (!read.ok) return fail(400, { problem: read.problem, isNamesake: false });
		const { studentGivenName, studentFamilyName, familyId, address, ...typed } = read.fields;
		const { class: label, yearGroup, isAnother, ...adult } = typed;
		const student = {
			givenName: studentGivenName,
			familyName: studentFamilyName,
			class: label,
			yearGroup,
			isAnother,
		};
		if (!label && !yearGroup)
			return fail(400, { problem: m.student_class_missing(), isNamesake: false });
		const home = familyId ? { familyId } : { address, adult };
		const result = await addStudent(locals.app, account, { student, home });
		if (result.ok) redirect(303, `/office/people/families/${result.family}`);
		const problem =
			result.reason === 'namesake' ? m.student_namesake() : m.student_family_missing();
		return fail(409, { problem, isNamesake: result.reason === 'namesake' });
	},
};
