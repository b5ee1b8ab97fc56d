import { eq } from 'drizzle-orm';
import type { Transaction } from '../database/connect';
import { desk, deskPerson, deskSubstitute } from '../database/schema';
import { touchConference } from './touch-conference';

/** Tells every conference at which somebody receives that it changed. */
export async function touchConferencesOf(tx: Transaction, personId: string): Promise<void> {
	const [own, standIn] = await Promise.all([
		tx
			.selectDistinct({ id: desk.conferenceId })
			.from(deskPerson)
			.innerJoin(desk, eq(desk.id, deskPerson.deskId))
			.where(eq(deskPerson.personId, personId)),
		tx
			.selectDistinct({ id: desk.conferenceId })
			.from(deskSubstitute)
			.innerJoin(desk, eq(desk.id, deskSubstitute.deskId))
			.where(eq(deskSubstitute.personId, personId)),
	]);
	const ids = [...new Set([...own, ...standIn].map(({ id }) => id))].sort();
	for (const id of ids) await touchConference(tx, id);
}
