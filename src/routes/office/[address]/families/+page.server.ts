import { may } from '$lib/core/permissions/may';
import { m } from '$lib/paraglide/messages';
import { conferenceAt } from '$lib/server/conferences/read-conference';
import { accountFor } from '$lib/server/foundation/requests/account-for';
import { formAction } from '$lib/server/foundation/requests/form-action';
import { countToTell, tellFamilies } from '$lib/server/notices/telling/tell-families';
import { listFamilies } from '$lib/server/register/families';
import type { Actions, PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ locals, parent }) => {
	const account = accountFor(locals, 'families.see');
	const { conference } = await parent();
	const mayWrite = may(account, 'links.see');
	return {
		families: await listFamilies(locals.app, account, conference.id),
		mayWrite,
		toTell:
			mayWrite && conference.isPublished
				? await countToTell(locals.app, account, conference.id)
				: null,
	};
};

export const actions: Actions = {
	tell: formAction(tellFamilies, {
		given: async ({ locals, params }) => {
			const conference = await conferenceAt(locals.app.db, params['address'] ?? '');
			return { conferenceId: conference?.id ?? '' };
		},
		refused: { nobody: () => m.families_tell_nobody() },
		done: ({ told }) => ({ said: m.families_told({ count: told }) }),
	}),
};
