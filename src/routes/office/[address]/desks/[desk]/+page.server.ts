import { error, fail, redirect } from '@sveltejs/kit';
import { message, setError, superValidate } from 'sveltekit-superforms';
import { zod4 } from 'sveltekit-superforms/adapters';
import { localOf } from '$lib/core/time/local-time';
import { m } from '$lib/paraglide/messages';
import { conferenceAt } from '$lib/server/conferences/read-conference';
import { changeDesk, removeDesk } from '$lib/server/desks/change-desk';
import { listDesks } from '$lib/server/desks/list-desks';
import { listRooms } from '$lib/server/desks/places';
import { listTeachers } from '$lib/server/people/teachers';
import { accountFor } from '$lib/server/web/account-for';
import { deskForm, deskSchema, readDesk } from '$lib/server/web/desk-form';
import { hoursFaultText } from '$lib/ui/forms/hours-rows';
import type { Actions, PageServerLoad } from './$types';

async function find(
	locals: App.Locals,
	params: { address: string; desk: string },
	act: 'conference.see' | 'desk.set-up',
) {
	const { app } = locals;
	const account = accountFor(locals, act);
	const conference = await conferenceAt(app.db, params.address);
	if (!conference) error(404, m.error_not_found());
	const desks = await listDesks(app, account, conference.id);
	const desk = desks.find(({ id }) => id === params.desk);
	if (!desk) error(404, m.error_not_found());
	return { app, account, conference, desk };
}

export const load: PageServerLoad = async ({ locals, params }) => {
	const { app, conference, desk } = await find(locals, params, 'conference.see');
	return {
		desk,
		teachers: await listTeachers(app.db),
		rooms: await listRooms(app.db),
		today: localOf(app.clock.now(), conference.timeZone).date,
		form: await superValidate(deskForm(conference, desk), zod4(deskSchema)),
	};
};

export const actions: Actions = {
	save: async ({ request, locals, params }) => {
		const { app, account, conference, desk } = await find(locals, params, 'desk.set-up');
		const form = await superValidate(request, zod4(deskSchema));
		if (!form.valid) return fail(400, { form });
		const result = await changeDesk(app, account, conference.id, desk.id, readDesk(form.data));
		if (result.ok) redirect(303, `/office/${params.address}/desks`);
		for (const { code } of result.faults) setError(form, 'hours._errors', hoursFaultText(code));
		return fail(400, { form });
	},
	remove: async ({ locals, params }) => {
		const { app, account, conference, desk } = await find(locals, params, 'desk.set-up');
		if (await removeDesk(app, account, conference.id, desk.id))
			redirect(303, `/office/${params.address}/desks`);
		const form = await superValidate(deskForm(conference, desk), zod4(deskSchema));
		return message(form, m.desk_has_bookings(), { status: 409 });
	},
};
