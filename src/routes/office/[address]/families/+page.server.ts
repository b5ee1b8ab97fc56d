import { may } from '$lib/core/permissions/may';
import { familiesChoice, familySortNames } from '$lib/operations/families';
import { m } from '$lib/paraglide/messages';
import { isVisible } from '$lib/server/conferences/read-conference';
import { FAMILIES_ON_A_PAGE, listFamilies } from '$lib/server/families/list-families';
import { readChoices } from '$lib/server/families/read-choices';
import { accountFor } from '$lib/server/foundation/requests/account-for';
import { conferenceFor } from '$lib/server/foundation/requests/conference-for';
import { formAction } from '$lib/server/foundation/requests/form-action';
import { countToTell, tellFamilies } from '$lib/server/notices/telling/tell-families';
import type { Actions, PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ locals, params, url, depends }) => {
	depends('ten-chairs:families');
	const { app } = locals;
	const account = accountFor(locals, 'families.see');
	const conference = await conferenceFor(locals, params);
	const asked = Object.fromEntries(url.searchParams);
	const choice = familiesChoice.safeParse(asked).data ?? familiesChoice.parse({});
	const sort = familySortNames.find((name) => name === asked['sort']) ?? 'name';
	const page = Math.max(1, Math.trunc(Number(asked['page'])) || 1);
	const mayWrite = may(account, 'links.see');
	const found = await listFamilies(app, account, conference.id, choice, { sort, page });
	return {
		...found,
		choice,
		sort,
		page,
		pages: Math.max(1, Math.ceil(found.total / FAMILIES_ON_A_PAGE)),
		choices: await readChoices(app, conference.id),
		mayWrite,
		toTell:
			mayWrite && isVisible(conference)
				? await countToTell(app, account, conference.id, choice)
				: null,
	};
};

export const actions: Actions = {
	tell: formAction(tellFamilies, {
		given: async ({ locals, params }) => {
			const conference = await conferenceFor(locals, params);
			return { conferenceId: conference.id };
		},
		refused: { nobody: () => m.families_tell_nobody() },
		done: ({ told }) => ({ said: m.families_told({ count: told }) }),
	}),
};
