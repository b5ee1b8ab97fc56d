import { fail } from '@sveltejs/kit';
import { may } from '$lib/core/permissions/may';
import { localOf } from '$lib/core/time/local-of';
import { m } from '$lib/paraglide/messages';
import { listCalendars } from '$lib/server/calendars/calendars';
import { sendTeacherLink } from '$lib/server/messages/teacher-links';
import { linkWords } from '$lib/server/messages/message-words';
import { accountFor } from '$lib/server/foundation/requests/account-for';
import { calendarActions, withFailures } from '$lib/server/calendars/calendar-actions';
import { pictureActions } from '$lib/server/pictures/picture-actions';
import { picturesOf } from '$lib/server/pictures/pictures-of';
import { readSchool } from '$lib/server/register/school';
import { loadPerson, personActions } from '$lib/server/register/person-actions';
import type { Actions, PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ locals, params }) => {
	const { app } = locals;
	const person = await loadPerson(locals, params.id);
	const account = accountFor(locals, 'register.see');
	const busy = may(account, 'busy.change')
		? await listCalendars(app, account, params.id)
		: { calendars: [], blocks: [] };
	const zone = (await readSchool(app.db))?.timeZone ?? 'UTC';
	return {
		...person,
		today: localOf(app.clock.now(), zone).date,
		busy: withFailures(busy),
		picture: (await picturesOf(app.db, [params.id])).get(params.id) ?? null,
	};
};

export const actions: Actions = {
	...personActions,
	...pictureActions(({ locals, params }) => ({
		actor: accountFor(locals, 'picture.set'),
		person: params.id!,
	})),
	...calendarActions(({ locals, params }) => ({
		actor: accountFor(locals, 'busy.change'),
		person: params.id!,
	})),
	send: async ({ locals, params }) => {
		const { person } = await loadPerson(locals, params.id);
		const { app } = locals;
		const sent = await sendTeacherLink(
			app,
			accountFor(locals, 'links.see'),
			params.id,
			await linkWords(app),
		);
		return sent
			? { said: m.person_link_sent({ email: person.email }) }
			: fail(503, { said: person.email ? m.person_link_not_sent() : m.person_no_email() });
	},
};
