import { error } from '@sveltejs/kit';
import { m } from '$lib/paraglide/messages';
import { loadSnapshot } from '$lib/server/conferences/load-snapshot';
import { conferenceAt, isVisible, phaseOfRow } from '$lib/server/conferences/read-conference';
import { readSeatStates } from '$lib/server/conferences/read-claims';
import { registerCounts } from '$lib/server/register/register-counts';
import type { LayoutServerLoad } from './$types';

export const load: LayoutServerLoad = async ({ locals, params }) => {
	const { db, clock } = locals.app;
	const conference = await conferenceAt(db, params.address);
	if (!conference) error(404, m.error_not_found());
	const snapshot = await loadSnapshot(db, conference.id);
	const states = [...(await readSeatStates(db, conference.id, clock.now())).values()];
	return {
		conference: {
			id: conference.id,
			address: conference.address,
			name: conference.name,
			timeZone: conference.timeZone,
			isPublished: isVisible(conference),
			opensAt: conference.opensAt,
			closesAt: conference.closesAt,
		},
		counts: await registerCounts(db),
		phase: phaseOfRow(conference, clock.now()),
		now: clock.now(),
		standing: {
			dates: new Set(conference.hours.map(({ date }) => date)).size,
			slotMinutes: conference.slotMinutes,
			desks: snapshot.desks.length,
			desksWithoutSlots: snapshot.desks.filter(
				({ id }) => !snapshot.slots.some(({ desk }) => desk === id),
			).length,
			seats: states.length,
			taken: states.filter((state) => state === 'booked' || state === 'asked').length,
		},
	};
};
