import { error, redirect } from '@sveltejs/kit';
import { z } from 'zod';
import { m } from '$lib/paraglide/messages';
import { doorOfAppointment } from '$lib/server/visits/open-door';
import { accountFor } from '$lib/server/foundation/requests/account-for';
import type { RequestHandler } from './$types';

/** The floor holds no video links, so that it may be compressed: its links lead here, and on. */
export const GET: RequestHandler = async ({ locals, params }) => {
	const account = accountFor(locals, 'floor.see');
	const appointment = z.uuid().safeParse(params.appointment);
	const door = appointment.success
		? await doorOfAppointment(locals.app, account, appointment.data)
		: null;
	if (!door) error(404, m.error_not_found());
	redirect(303, door);
};
