import { error, fail, redirect, type RequestEvent } from '@sveltejs/kit';
import { message, setError, superValidate } from 'sveltekit-superforms';
import { zod4 } from 'sveltekit-superforms/adapters';
import { m } from '$lib/paraglide/messages';
import type { PersonKind } from '../../operations/register';
import { addPerson as addPersonTo, changePerson, readPerson } from './edit-person';
import { setLeft } from './set-left';
import { accountFor } from '../foundation/requests/account-for';
import { formAction } from '../foundation/requests/form-action';
import { personForm, personSchema, readPersonForm } from './person-form';

/** Teachers and interpreters have the same pages at two addresses. */
export const FOLDERS: Record<PersonKind, string> = {
	teacher: '/office/people/teachers',
	interpreter: '/office/people/interpreters',
};

export async function loadNewPerson(locals: App.Locals) {
	accountFor(locals, 'register.change');
	return {
		form: await superValidate(personForm(), zod4(personSchema), { id: 'new', errors: false }),
	};
}

export const addPerson =
	(kind: PersonKind) =>
	async ({ request, locals }: RequestEvent) => {
		const account = accountFor(locals, 'register.change');
		const form = await superValidate(request, zod4(personSchema));
		if (!form.valid) return fail(400, { form });
		const input = readPersonForm(form.data);
		const result = await addPersonTo(locals.app, account, { kind, ...input });
		if (!result.ok) return setError(form, 'email', m.person_email_taken());
		redirect(303, `${FOLDERS[kind]}/${result.id}`);
	};

export async function loadPerson(locals: App.Locals, id: string) {
	const person = await readPerson(locals.app, accountFor(locals, 'register.see'), id);
	if (!person) error(404, m.error_not_found());
	return { person, form: await superValidate(personForm(person), zod4(personSchema), { id }) };
}

export const personActions = {
	save: async ({ request, locals, params }: RequestEvent) => {
		const account = accountFor(locals, 'register.change');
		const form = await superValidate(request, zod4(personSchema));
		if (!form.valid) return fail(400, { form });
		const input = { id: params.id!, ...readPersonForm(form.data), version: form.data.version };
		const result = await changePerson(locals.app, account, input);
		if (result.ok) {
			form.data.version += 1;
			return message(form, m.saved());
		}
		return result.reason === 'email-taken'
			? setError(form, 'email', m.person_email_taken())
			: message(form, m.changed_meanwhile(), { status: 409 });
	},
	leave: formAction(setLeft, {
		given: ({ params }) => ({ who: 'person' as const, id: params.id!, hasLeft: true }),
		refused: {},
	}),
	return: formAction(setLeft, {
		given: ({ params }) => ({ who: 'person' as const, id: params.id!, hasLeft: false }),
		refused: {},
	}),
};
