import { error, fail, redirect } from '@sveltejs/kit';
import { setError, superValidate } from 'sveltekit-superforms';
import { zod4 } from 'sveltekit-superforms/adapters';
import { localOf } from '$lib/core/time/local-time';
import { m } from '$lib/paraglide/messages';
import { conferenceAt } from '$lib/server/conferences/read-conference';
import { addDesk } from '$lib/server/desks/change-desk';
import { listDesks } from '$lib/server/desks/list-desks';
import { listRooms } from '$lib/server/desks/places';
import { listTeachers } from '$lib/server/people/teachers';
import { accountFor } from '$lib/server/web/account-for';
import { deskForm, deskSchema, readDesk } from '$lib/server/web/desk-form';
import { hoursFaultText } from '$lib/ui/forms/hours-rows';
import type { Actions, PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ locals, params }) => {
	const { app } = locals;
	const account = accountFor(locals, 'conference.see');
	const conference = await conferenceAt(app.db, params.address);
	if (!conference) error(404, m.error_not_found());
	return {
		desks: await listDesks(app, account, conference.id),
		teachers: await listTeachers(app.db),
		rooms: await listRooms(app.db),
		today: localOf(app.clock.now(), conference.timeZone).date,
		form: await superValidate(deskForm(conference), zod4(deskSchema), { errors: false }),
	};
};

export const actions: Actions = {
	default: async ({ request, locals, params }) => {
		const { app } = locals;
		const account = accountFor(locals, 'desk.set-up');
		const conference = await conferenceAt(app.db, params.address);
		if (!conference) error(404, m.error_not_found());
		const form = await superValidate(request, zod4(deskSchema));
		if (!form.valid) return fail(400, { form });
		const result = await addDesk(app, account, conference.id, readDesk(form.data));
		if (result.ok) redirect(303, `/office/${params.address}/desks`);
		for (const { code } of result.faults) setError(form, 'hours._errors', hoursFaultText(code));
		return fail(400, { form });
	},
};
