import { eq } from 'drizzle-orm';
import { datesOf } from '../../core/desks/desk-plan';
import { may, type Actor } from '../../core/permissions/may';
import type { Reach } from '../../core/sharing/reach';
import { contradictionsOf } from '../../core/rules/contradictions';
import type { ConferenceProgress } from '../../operations/progress';
import type { App } from '../app';
import { desk, place, sitting } from '../foundation/database/schema';
import { ForbiddenError } from '../foundation/forbidden';
import { readinessInShort } from '../readiness/read-readiness';
import { registerCounts } from '../register/register-counts';
import { readReach } from '../sharing/read-reach';
import { countUndelivered } from '../notices/sending/undelivered';
import { countToAnswer } from '../floor/count-to-answer';
import { loadSnapshot } from './load-snapshot';
import { readClaims } from './read-claims';
import { isVisible, phaseOfRow, type ConferenceRow } from './read-conference';

/** How far a conference is. */
export async function readProgress(
	app: App,
	actor: Actor,
	row: ConferenceRow,
): Promise<ConferenceProgress> {
	if (!may(actor, 'conference.see')) throw new ForbiddenError();
	const { db, clock } = app;
	const readiness = await readinessInShort(app, actor, row);
	const snapshot = await loadSnapshot(db, row.id);
	const claims = await readClaims(db, row.id, clock.now());
	const deskIds = new Set(snapshot.desks.map(({ id }) => id));
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
		progress: {
			dates: datesOf(row).length,
			rooms: await db.$count(place, eq(place.kind, 'room')),
			slotMinutes: row.slotMinutes,
			desks: snapshot.desks.length,
			desksWithoutTimes: snapshot.desks.filter(({ id }) => !seated.has(id)).length,
			desksWithoutPlace: placeless.size,
			seats: snapshot.slots.reduce((sum, { seats }) => sum + seats, 0),
			// A desk is claimed once for each seat that is taken.
			taken: claims.filter(
				({ thing, standing }) =>
					deskIds.has(thing) && (standing === 'asked' || standing === 'booked'),
			).length,
			questions: snapshot.questions.length,
			contradictions: contradictionsOf({
				...snapshot.conference,
				dates: datesOf(row),
				lastStart: snapshot.slots.at(-1)?.start ?? null,
			}).length,
			findings: readiness.count,
			worstFinding: readiness.worst,
			reach: isVisible(row) ? reachInShort(await readReach(app, actor, row.id)) : null,
			toAnswer: await countToAnswer(db, row.id),
			undelivered: await countUndelivered(db, row.id),
		},
	};
}

const reachInShort = ({ families, booked, opened, written, untold }: Reach) => ({
	families,
	reached: booked + opened + written,
	untold,
});
