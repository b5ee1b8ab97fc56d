import { z } from 'zod';
import { labelsOf } from '$lib/server/floor/labels-of';
import { loadSnapshot } from '$lib/server/conferences/load-snapshot';
import { accountFor } from '$lib/server/foundation/requests/account-for';
import { conferenceFor } from '$lib/server/foundation/requests/conference-for';
import { readDoers, readHappened } from '$lib/server/happened/read-happened';
import type { PageServerLoad } from './$types';

const id = z.uuid().optional().catch(undefined);

export const load: PageServerLoad = async ({ locals, params, url, depends }) => {
	depends('ten-chairs:happened');
	const { app } = locals;
	const account = accountFor(locals, 'families.see');
	const conference = await conferenceFor(locals, params);
	const asked = (name: string) => id.parse(url.searchParams.get(name) || undefined);
	const family = asked('family');
	const desk = asked('desk');
	const by = asked('by');
	const [happened, snapshot, labels, doers] = await Promise.all([
		readHappened(app, account, conference.id, { family, desk, by, olderThan: asked('older') }),
		loadSnapshot(app.db, conference.id),
		labelsOf(app.db, family ? [family] : []),
		readDoers(app, account, conference.id),
	]);
	return {
		happened,
		desk: desk ?? '',
		by: by ?? '',
		doers,
		desks: snapshot.desks.map(({ id, name, subject }) => ({ id, name, subject })),
		family: family ? { id: family, label: labels.get(family) ?? '' } : null,
	};
};
