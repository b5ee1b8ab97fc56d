import { error, redirect } from '@sveltejs/kit';
import { z } from 'zod';
import { m } from '$lib/paraglide/messages';
import { doorOfAppointment } from '$lib/server/visits/open-door';
import { wrongLink } from '$lib/server/invitations/wrong-link';
import type { RequestHandler } from './$types';

export const GET: RequestHandler = async ({ locals, params }) => {
	const { app, teacher } = locals;
	if (!teacher) return wrongLink(app);
	const appointment = z.uuid().safeParse(params.appointment);
	const door = appointment.success ? await doorOfAppointment(app, teacher, appointment.data) : null;
	if (!door) error(404, m.error_not_found());
	redirect(303, door);
};
