import { redirect } from '@sveltejs/kit';
import { may } from '$lib/core/permissions/may';
import { hasOrganiser } from '$lib/server/accounts/accounts';
import { readSchool } from '$lib/server/register/school';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ locals }) => {
	const { account, adult, teacher, app } = locals;
	if (account) redirect(303, may(account, 'conference.see') ? '/office' : '/door');
	if (adult) redirect(303, '/visit');
	if (teacher) redirect(303, '/teacher');
	if (!(await hasOrganiser(app.db))) redirect(303, '/set-up');
	const school = await readSchool(app.db);
	return { school: school?.name };
};
