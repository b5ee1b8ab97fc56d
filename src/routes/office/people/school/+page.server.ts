import { error } from '@sveltejs/kit';
import { m } from '$lib/paraglide/messages';
import { changeSchool } from '$lib/server/register/change-school';
import { readSchool } from '$lib/server/register/school';
import { accountFor } from '$lib/server/foundation/requests/account-for';
import { formAction } from '$lib/server/foundation/requests/form-action';
import type { Actions, PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ locals }) => {
	accountFor(locals, 'register.see');
	const school = await readSchool(locals.app.db);
	if (!school) error(404, m.error_not_found());
	const { name, telephone, timeZone, version } = school;
	return { known: { name, telephone: telephone ?? '', timeZone, version } };
};

export const actions: Actions = {
	default: formAction(changeSchool, {
		refused: { 'changed-meanwhile': () => m.changed_meanwhile() },
		done: () => ({ said: m.saved() }),
	}),
};
