import { m } from '$lib/paraglide/messages';
import { sendTeacherLinks } from '$lib/server/messages/teacher-links';
import { listPersons, personSorts } from '$lib/server/register/list-people';
import { listQuery } from '$lib/server/register/list-page';
import { linkWords } from '$lib/server/web/message-words';
import { accountOf } from '$lib/server/web/person-routes';
import type { Actions, PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ locals, url }) => ({
	page: await listPersons(
		locals.app,
		accountOf(locals),
		'teacher',
		listQuery(url, Object.keys(personSorts)),
	),
});

export const actions: Actions = {
	send: async ({ locals }) => {
		const words = await linkWords(locals.app);
		const { sent, notSent } = await sendTeacherLinks(
			locals.app,
			accountOf(locals),
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
