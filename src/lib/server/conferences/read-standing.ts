import { eq } from 'drizzle-orm';
import { datesOf } from '../../core/desks/desk-plan';
import type { Phase } from '../../core/conferences/phase';
import { may, type Actor } from '../../core/permissions/may';
import type { App } from '../app';
import { desk, sitting } from '../database/schema';
import { ForbiddenError } from '../permissions/forbidden';
import { registerCounts, type RegisterCounts } from '../register/register-counts';
import { loadSnapshot } from './load-snapshot';
import { readSeatStates } from './read-claims';
import { isVisible, phaseOfRow, type ConferenceRow } from './read-conference';

/** How far a conference is, for the path of the work. */
export interface Standing {
	readonly conference: Pick<
		ConferenceRow,
		'id' | 'address' | 'name' | 'timeZone' | 'opensAt' | 'closesAt' | 'version'
	> & { readonly isPublished: boolean };
	readonly counts: RegisterCounts;
	readonly phase: Phase;
	readonly now: number;
	readonly standing: {
		readonly dates: number;
		readonly slotMinutes: number;
		readonly desks: number;
		/** Desks that sit at no time. */
		readonly desksWithoutTimes: number;
		/** Desks that sit somewhen without a place, so that nobody can book them then. */
		readonly desksWithoutPlace: number;
		readonly seats: number;
		readonly taken: number;
	};
}

/** How a conference stands as a whole. */
export async function readStanding(
	{ db, clock }: Pick<App, 'db' | 'clock'>,
	actor: Actor,
	row: ConferenceRow,
): Promise<Standing> {
	if (!may(actor, 'conference.see')) throw new ForbiddenError();
	const snapshot = await loadSnapshot(db, row.id);
	const states = [...(await readSeatStates(db, row.id, clock.now())).values()];
	const { id, address, name, timeZone, opensAt, closesAt, version } = row;
	const sittings = await db
		.select({ desk: sitting.deskId, place: sitting.placeId })
		.from(sitting)
		.innerJoin(desk, eq(desk.id, sitting.deskId))
		.where(eq(desk.conferenceId, row.id));
	const seated = new Set(sittings.map(({ desk }) => desk));
	const placeless = new Set(sittings.filter(({ place }) => place === null).map(({ desk }) => desk));
	return {
		conference: {
			id,
			address,
			name,
			timeZone,
			opensAt,
			closesAt,
			version,
			isPublished: isVisible(row),
		},
		counts: await registerCounts(db),
		phase: phaseOfRow(row, clock.now()),
		now: clock.now(),
		standing: {
			dates: datesOf(row).length,
			slotMinutes: row.slotMinutes,
			desks: snapshot.desks.length,
			desksWithoutTimes: snapshot.desks.filter(({ id }) => !seated.has(id)).length,
			desksWithoutPlace: placeless.size,
			seats: states.length,
			taken: states.filter((state) => state === 'booked' || state === 'asked').length,
		},
	};
}
