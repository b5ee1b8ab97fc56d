import { fail } from '@sveltejs/kit';
import { m } from '$lib/paraglide/messages';
import { sendTeacherLinks } from '$lib/server/messages/teacher-links';
import { linkWords } from '$lib/server/web/message-words';
import { accountFor } from '$lib/server/web/account-for';
import { loadPerson, personActions } from '$lib/server/web/person-routes';
import type { Actions, PageServerLoad } from './$types';

export const load: PageServerLoad = ({ locals, params }) => loadPerson(locals, params.id);

export const actions: Actions = {
	...personActions,
	send: async ({ locals, params }) => {
		const { person } = await loadPerson(locals, params.id);
		const { app } = locals;
		const { sent } = await sendTeacherLinks(
			app,
			accountFor(locals, 'links.see'),
			{ id: params.id },
			await linkWords(app),
		);
		return sent
			? { said: m.person_link_sent({ email: person.email }) }
			: fail(503, { said: person.email ? m.person_link_not_sent() : m.person_no_email() });
	},
};
