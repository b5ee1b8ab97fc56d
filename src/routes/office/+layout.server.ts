import { error, redirect } from '@sveltejs/kit';
import { may } from '$lib/core/permissions/may';
import { m } from '$lib/paraglide/messages';
import { lookForPages } from '$lib/server/look/look-for-pages';
import { readSchool } from '$lib/server/register/school';
import type { LayoutServerLoad } from './$types';

export const load: LayoutServerLoad = async (event) => {
	const { locals } = event;
	const { account, app } = locals;
	if (!account) redirect(303, '/sign-in');
	if (!may(account, 'conference.see')) {
		if (may(account, 'door.see')) redirect(303, '/door');
		error(403, m.error_forbidden());
	}
	const school = await readSchool(app.db);
	return {
		...(await lookForPages(event)),
		account: { name: account.name },
		school: school?.name ?? '',
		timeZone: school?.timeZone ?? 'UTC',
	};
};
