import { receiversOn } from '../../core/desks/receivers';
import { localOf } from '../../core/time/local-of';
import { loadSnapshot } from '../conferences/load-snapshot';
import type { Reader } from '../foundation/database/connect';
import type { appointment } from '../foundation/database/schema';

/** Who could receive at an appointment: the desk's people of that date, with their substitutes. */
export async function receiversOf(
	db: Reader,
	{
		conferenceId,
		deskId,
		startsAt,
	}: Pick<typeof appointment.$inferSelect, 'conferenceId' | 'deskId' | 'startsAt'>,
): Promise<string[]> {
	const { desks, conference } = await loadSnapshot(db, conferenceId);
	const desk = desks.find(({ id }) => id === deskId);
	if (!desk) return [];
	const { all, any } = receiversOn(desk, localOf(startsAt, conference.timeZone).date);
	return [...all, ...any];
}
