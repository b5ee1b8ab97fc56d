import { inArray } from 'drizzle-orm';
import { metAt } from '../../core/desks/named-substitutes';
import { groupBy } from '../../core/group-by';
import { may, type Actor } from '../../core/permissions/may';
import { seatStates } from '../../core/snapshot/seat-state';
import { indexOf } from '../../core/snapshot/snapshot-index';
import type { PrintedSlot } from '../../operations/sheets';
import { placeWords } from '../../words/place-words';
import type { App } from '../app';
import { loadSnapshot } from '../conferences/load-snapshot';
import { readClaims } from '../conferences/read-claims';
import { substitutesOf } from '../desks/named-substitutes';
import { slot } from '../foundation/database/schema';
import { ForbiddenError } from '../foundation/forbidden';
import { readSeated } from '../visits/read-seated';

const BEFORE_ALL = 0;

/** Everything that is printed of a conference, in order of time and desk. */
export async function readSheets(
	app: Pick<App, 'db' | 'clock' | 'config'>,
	actor: Actor,
	conferenceId: string,
): Promise<PrintedSlot[]> {
	if (!may(actor, 'families.see')) throw new ForbiddenError();
	const snapshot = await loadSnapshot(app.db, conferenceId);
	const { desks, places } = indexOf(snapshot);
	const [claims, seated, substitutes] = await Promise.all([
		readClaims(app.db, conferenceId, app.clock.now()),
		readSeated(
			app,
			inArray(
				slot.deskId,
				snapshot.desks.map(({ id }) => id),
			),
		),
		substitutesOf(app.db, snapshot.desks),
	]);
	// On paper nothing is over.
	const states = seatStates(snapshot, claims, BEFORE_ALL);
	const seatedIn = groupBy(seated, ({ slot }) => slot);
	return snapshot.slots.map(({ id, desk: deskId, date, start, end, place }) => {
		const desk = desks.get(deskId)!;
		const known = places.get(place);
		return {
			date,
			start,
			end,
			desk: deskId,
			teacher: metAt({ name: desk.name, substitutes: substitutes.get(deskId) ?? [] }, date).name,
			subject: desk.subject,
			place: known ? placeWords(known) : '',
			isBlocked: states.get(id) === 'blocked',
			seated: seatedIn.get(id) ?? [],
		};
	});
}
