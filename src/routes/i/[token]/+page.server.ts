import { redirect } from '@sveltejs/kit';
import { keepFamilyCookie, keepTeacherCookie } from '$lib/server/foundation/requests/cookies';
import { noteOpened, openLink } from '$lib/server/invitations/visitors';
import { wrongLink } from '$lib/server/invitations/wrong-link';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ params, locals, cookies, url }) => {
	const { app } = locals;
	const { db, config, clock } = app;
	const { visitor, cookie } =
		(await openLink(db, config.key, params.token)) ?? (await wrongLink(app));
	await noteOpened(db, clock, visitor);
	const proof = url.searchParams.get('proof');
	// A program that scans mail opens the link and no more; the page that a person sees confirms.
	const confirm = proof ? `?${new URLSearchParams({ proof })}` : '';
	if (visitor.kind === 'teacher') {
		keepTeacherCookie(cookies, config.origin, cookie);
		redirect(303, `/teacher${confirm}`);
	}
	await keepFamilyCookie(app, cookies, cookie);
	redirect(303, visitor.families[0] ? `/visit?family=${visitor.families[0]}` : '/visit');
};
