import { error, redirect } from '@sveltejs/kit';
import { m } from '$lib/paraglide/messages';
import type { PersonKind } from '../../operations/register';
import { addPerson as addPersonTo, changePerson, readPerson } from './edit-person';
import { setLeft } from './set-left';
import { accountFor } from '../foundation/requests/account-for';
import { formAction } from '../foundation/requests/form-action';

/** Teachers and interpreters have the same pages at two addresses. */
export const FOLDERS: Record<PersonKind, string> = {
	teacher: '/office/people/teachers',
	interpreter: '/office/people/interpreters',
};

export const addPerson = (kind: PersonKind) =>
	formAction(addPersonTo, {
		given: () => ({ kind }),
		refused: { 'email-taken': () => m.person_email_taken() },
		beside: { 'email-taken': 'email' },
		told: (problem) => ({ person: { problem } }),
		done: ({ id }) => redirect(303, `${FOLDERS[kind]}/${id}`),
	});

export async function loadPerson(locals: App.Locals, id: string) {
	const person = await readPerson(locals.app, accountFor(locals, 'register.see'), id);
	if (!person) error(404, m.error_not_found());
	return { person };
}

export const personActions = {
	save: formAction(changePerson, {
		given: ({ params }) => ({ id: params.id! }),
		refused: {
			'email-taken': () => m.person_email_taken(),
			'changed-meanwhile': () => m.changed_meanwhile(),
		},
		beside: { 'email-taken': 'email' },
		told: (problem) => ({ person: { problem } }),
		done: () => ({ person: { said: m.saved() } }),
	}),
	leave: formAction(setLeft, {
		given: ({ params }) => ({ who: 'person' as const, id: params.id!, hasLeft: true }),
		refused: {},
	}),
	return: formAction(setLeft, {
		given: ({ params }) => ({ who: 'person' as const, id: params.id!, hasLeft: false }),
		refused: {},
	}),
};
