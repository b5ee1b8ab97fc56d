import { redirect } from '@sveltejs/kit';
import { openLink } from '$lib/server/invitations/visitors';
import {
	FAMILY_COOKIE,
	setVisitorCookie,
	TEACHER_COOKIE,
} from '$lib/server/foundation/requests/cookies';
import { wrongLink } from '$lib/server/invitations/wrong-link';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ params, locals, cookies, url }) => {
	const { db, config } = locals.app;
	const opened = (await openLink(db, config.key, params.token)) ?? (await wrongLink({ db }));
	const { visitor, cookie } = opened;
	const isTeacher = visitor.kind === 'teacher';
	setVisitorCookie(cookies, config.origin, isTeacher ? TEACHER_COOKIE : FAMILY_COOKIE, cookie);
	const proof = url.searchParams.get('proof');
	// A program that scans mail opens the link and no more; the page that a person sees confirms.
	const confirm = proof ? `?${new URLSearchParams({ proof })}` : '';
	redirect(303, isTeacher ? `/teacher${confirm}` : '/visit');
};
