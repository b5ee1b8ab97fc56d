import { m } from '$lib/paraglide/messages';
import { sendTeacherLinks } from '$lib/server/messages/teacher-links';
import { listPersons, personSorts } from '$lib/server/register/list-people';
import { listQuery } from '$lib/server/register/list-page';
import { linkWords } from '$lib/server/web/message-words';
import { accountFor } from '$lib/server/web/account-for';
import type { Actions, PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ locals, url }) => ({
	page: await listPersons(
		locals.app,
		accountFor(locals, 'register.see'),
		'teacher',
		listQuery(url, Object.keys(personSorts)),
	),
});

export const actions: Actions = {
	send: async ({ locals }) => {
		const words = await linkWords(locals.app);
		const { sent, notSent } = await sendTeacherLinks(
			locals.app,
			accountFor(locals, 'links.see'),
			'unconfirmed',
			words,
		);
		return {
			said: [
				...(sent ? [m.teachers_sent({ count: sent })] : []),
				...(notSent ? [m.teachers_not_sent({ count: notSent })] : []),
			].join(' '),
		};
	},
};
