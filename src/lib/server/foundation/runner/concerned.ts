import { and, asc, eq, isNotNull, isNull } from 'drizzle-orm';
import type { Reader } from '../database/connect';
import { conference, desk, deskPerson, deskSubstitute } from '../database/schema';
import type { Concerned } from './consequences';
import type { DoneAct } from './record-act';

/** A conference that families can see. */
const isOpen = and(isNotNull(conference.publishedAt), isNull(conference.withdrawnAt));

/** The conferences that an act concerns, in one order that all transactions keep. */
export async function conferencesOf(
	tx: Reader,
	concerned: Concerned,
	act: DoneAct,
): Promise<string[]> {
	switch (concerned) {
		case 'none':
			return [];
		case 'its-conference':
			if (act.conferenceId === undefined) throw new Error(`${act.kind} names no conference`);
			return [act.conferenceId];
		case 'open-conferences':
			return ids(
				await tx
					.select({ id: conference.id })
					.from(conference)
					.where(isOpen)
					.orderBy(asc(conference.id)),
			);
		case 'every-conference':
			return ids(
				await tx.select({ id: conference.id }).from(conference).orderBy(asc(conference.id)),
			);
		case 'conferences-of-the-person':
			if (act.personId === undefined) throw new Error(`${act.kind} names no person`);
			return conferencesOfPerson(tx, act.personId);
	}
}

/** Whether families can see a conference. */
export async function isOpenToFamilies(tx: Reader, id: string): Promise<boolean> {
	const rows = await tx
		.select({ id: conference.id })
		.from(conference)
		.where(and(eq(conference.id, id), isOpen));
	return rows.length > 0;
}

async function conferencesOfPerson(tx: Reader, personId: string): Promise<string[]> {
	const own = await tx
		.selectDistinct({ id: desk.conferenceId })
		.from(deskPerson)
		.innerJoin(desk, eq(desk.id, deskPerson.deskId))
		.where(eq(deskPerson.personId, personId));
	const asSubstitute = await tx
		.selectDistinct({ id: desk.conferenceId })
		.from(deskSubstitute)
		.innerJoin(desk, eq(desk.id, deskSubstitute.deskId))
		.where(eq(deskSubstitute.personId, personId));
	return [...new Set(ids([...own, ...asSubstitute]))].sort();
}

const ids = (rows: readonly { readonly id: string }[]): string[] => rows.map(({ id }) => id);
