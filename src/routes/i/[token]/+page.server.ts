import { error, redirect } from '@sveltejs/kit';
import { m } from '$lib/paraglide/messages';
import { openLink } from '$lib/server/invitations/visitors';
import { FAMILY_COOKIE, setVisitorCookie, TEACHER_COOKIE } from '$lib/server/web/cookies';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ params, locals, cookies }) => {
	const { db, config } = locals.app;
	const opened = await openLink(db, config.key, params.token);
	if (!opened) error(404, m.link_unknown());
	const { visitor, cookie } = opened;
	const isTeacher = visitor.kind === 'teacher';
	setVisitorCookie(cookies, config.origin, isTeacher ? TEACHER_COOKIE : FAMILY_COOKIE, cookie);
	redirect(303, isTeacher ? '/teacher' : '/visit');
};
