import { error } from '@sveltejs/kit';
import { may } from '$lib/core/permissions/may';
import { m } from '$lib/paraglide/messages';
import { renewLink, withdrawLink } from '$lib/server/invitations/renew-link';
import { accountFor } from '$lib/server/foundation/requests/account-for';
import { conferenceFor } from '$lib/server/foundation/requests/conference-for';
import { formAction } from '$lib/server/foundation/requests/form-action';
import { familySheet } from '$lib/server/visits/family-sheet';
import type { Actions, PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ locals, params, depends }) => {
	depends('ten-chairs:sheet');
	const account = accountFor(locals, 'families.see');
	const conference = await conferenceFor(locals, params);
	const sheet = await familySheet(locals.app, account, conference.id, params.family);
	if (!sheet) error(404, m.error_not_found());
	return { sheet, maySeeLinks: may(account, 'links.see') };
};

const unknownLink = { unknown: () => m.link_unknown() };

export const actions: Actions = {
	renew: formAction(renewLink, { refused: unknownLink, done: () => ({ said: m.link_renewed() }) }),
	withdraw: formAction(withdrawLink, {
		refused: unknownLink,
		done: () => ({ said: m.link_withdrawn() }),
	}),
};
