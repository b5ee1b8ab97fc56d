import { datesOf } from '$lib/core/desks/desk-plan';
import { USUAL_COLOURS } from '$lib/core/look/school-colours';
import { m } from '$lib/paraglide/messages';
import { may } from '$lib/core/permissions/may';
import type { RequestEvent } from '@sveltejs/kit';
import { loadSnapshot } from '$lib/server/conferences/load-snapshot';
import { entryOf } from '$lib/server/conferences/entry-of';
import { accountFor } from '$lib/server/foundation/requests/account-for';
import { conferenceFor } from '$lib/server/foundation/requests/conference-for';
import { formAction } from '$lib/server/foundation/requests/form-action';
import { readLook } from '$lib/server/look/school-look';
import { countCameByLink } from '$lib/server/newcomers/count-newcomers';
import { readReach } from '$lib/server/sharing/read-reach';
import { makeShortLink, replaceShortLink, shortLinksOf } from '$lib/server/sharing/short-links';
import { setFrameSites } from '$lib/server/sharing/frame-sites';
import type { Actions, PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ locals, params }) => {
	const account = accountFor(locals, 'families.see');
	const conference = await conferenceFor(locals, params);
	const { app } = locals;
	const look = await readLook(app.db);
	return {
		school: { name: look?.name ?? '', telephone: look?.telephone ?? null },
		colour: (look?.colours ?? USUAL_COLOURS).hall,
		sites: (look?.frameSites ?? []).join('\n'),
		mayChange: may(account, 'register.change'),
		origin: app.config.origin,
		entry: entryOf(conference, app.clock.now()),
		cameByLink: await countCameByLink(app.db, conference.id),
		dates: datesOf(conference),
		reach: await readReach(app, account, conference.id),
		maySeeLinks: may(account, 'links.see'),
		mayMake: may(account, 'conference.set-up'),
		links: await shortLinksOf(app, account, conference.id),
		desks: (await loadSnapshot(app.db, conference.id)).desks.map(({ id, name, subject }) => ({
			id,
			name: [name, subject].filter(Boolean).join(' · '),
		})),
	};
};

/** The conference of the page, for what is made there. */
const ofPage = async ({ locals, params }: RequestEvent) => ({
	conferenceId: (await conferenceFor(locals, { address: params.address! })).id,
});

export const actions: Actions = {
	make: formAction(makeShortLink, {
		given: ofPage,
		refused: { unknown: () => m.short_desk_gone() },
		done: () => ({ made: true }),
	}),
	replace: formAction(replaceShortLink, {
		given: ofPage,
		refused: { unknown: () => m.short_link_gone() },
		done: () => ({ made: true }),
	}),
	sites: formAction(setFrameSites, {
		refused: {},
		done: () => ({ said: m.saved() }),
	}),
};
