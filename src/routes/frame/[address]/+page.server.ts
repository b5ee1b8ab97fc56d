import { error } from '@sveltejs/kit';
import { datesOf } from '$lib/core/desks/desk-plan';
import { m } from '$lib/paraglide/messages';
import { lookForPages } from '$lib/server/look/look-for-pages';
import { entryOf } from '$lib/server/conferences/entry-of';
import { conferenceAt, isVisible, phaseOfRow } from '$lib/server/conferences/read-conference';
import type { PageServerLoad } from './$types';

/** What the school's own site shows of a conference: nothing before the office has named a site. */
export const load: PageServerLoad = async (event) => {
	const { app } = event.locals;
	const look = await app.look.current();
	const conference = await conferenceAt(app.db, event.params.address);
	if (!look?.frameSites.length || !conference || !isVisible(conference))
		error(404, m.error_not_found());
	const now = app.clock.now();
	const { name, timeZone, opensAt, closesAt } = conference;
	return {
		...(await lookForPages(event)),
		school: look.name,
		conference: { name, timeZone, opensAt, closesAt },
		openLink: entryOf(conference, now) === 'listed' ? null : `/come/${conference.address}`,
		dates: datesOf(conference),
		phase: phaseOfRow(conference, now),
		now,
	};
};
