import { inArray } from 'drizzle-orm';
import { metAt } from '../../core/desks/named-substitutes';
import { groupBy } from '../../core/group-by';
import { may, type Actor } from '../../core/permissions/may';
import { indexOf } from '../../core/snapshot/snapshot-index';
import type { PrintedSlot } from '../../operations/sheets';
import { placeWords } from '../../words/place-words';
import type { App } from '../app';
import { loadSnapshot } from '../conferences/load-snapshot';
import { substitutesOf } from '../desks/named-substitutes';
import { slot } from '../foundation/database/schema';
import { ForbiddenError } from '../foundation/forbidden';
import { readSeated } from '../visits/read-seated';

/** Everything that is printed of a conference, in order of time and desk. */
export async function readSheets(
	app: Pick<App, 'db' | 'config'>,
	actor: Actor,
	conferenceId: string,
): Promise<PrintedSlot[]> {
	if (!may(actor, 'families.see')) throw new ForbiddenError();
	const snapshot = await loadSnapshot(app.db, conferenceId);
	const { desks, places } = indexOf(snapshot);
	const [seated, substitutes] = await Promise.all([
		readSeated(
			app,
			inArray(
				slot.deskId,
				snapshot.desks.map(({ id }) => id),
			),
		),
		substitutesOf(app.db, snapshot.desks),
	]);
	const seatedIn = groupBy(seated, ({ slot }) => slot);
	return snapshot.slots.map(({ id, desk: deskId, date, start, end, place, blocked }) => {
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
			isBlocked: blocked,
			seated: seatedIn.get(id) ?? [],
		};
	});
}
