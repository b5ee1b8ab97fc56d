import { error, redirect } from '@sveltejs/kit';
import { may } from '$lib/core/permissions/may';
import { m } from '$lib/paraglide/messages';
import { expectedFamilies } from '$lib/server/day/expected-families';
import { readSchool } from '$lib/server/register/school';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ locals }) => {
	const { account, app } = locals;
	if (!account) redirect(303, '/sign-in');
	if (!may(account, 'door.see')) error(403, m.error_forbidden());
	return {
		school: (await readSchool(app.db))?.name ?? '',
		account: account.name,
		expected: await expectedFamilies(app, account),
	};
};
