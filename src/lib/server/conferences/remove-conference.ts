import { and, eq, sql } from 'drizzle-orm';
import { datesOf } from '../../core/desks/desk-plan';
import { conferenceRemove } from '../../operations/conferences';
import type { Transaction } from '../foundation/database/connect';
import { appointment, conference } from '../foundation/database/schema';
import { performs } from '../foundation/runner/perform';
import { removeBookings } from './remove-bookings';
import { wipeTrial } from './wipe-trial';

/**
 * Removes a conference with all that belongs to it. Once families have booked, its name has to be said: what they
 * have booked goes as well, and nobody is told. People, rooms and calendars stay. It cannot be taken back.
 */
export const removeConference = performs(conferenceRemove).by({
	isLong: true,
	async work({ tx, input: { conferenceId, name } }) {
		const [known] = await tx
			.select()
			.from(conference)
			.where(eq(conference.id, conferenceId))
			.for('update');
		if (!known) return { refused: { reason: 'unknown' } };
		await wipeTrial(tx, conferenceId);
		const booked = await familiesWithVisit(tx, conferenceId);
		if (booked > 0 && !isSameName(name, known.name))
			return { refused: { reason: name.trim() ? 'another-name' : 'name-wanted', booked } };
		const appointments = await removeBookings(tx, conferenceId, 'all');
		await removeSetUp(tx, conferenceId);
		return {
			done: {},
			act: {
				kind: 'conference.removed',
				before: { conference: conferenceId, dates: datesOf(known), appointments },
			},
		};
	},
});

const isSameName = (said: string, name: string): boolean =>
	said.trim().toLocaleLowerCase() === name.trim().toLocaleLowerCase();

async function familiesWithVisit(tx: Transaction, conferenceId: string): Promise<number> {
	const [row] = await tx
		.select({ families: sql<number>`count(distinct ${appointment.familyId})::int` })
		.from(appointment)
		.where(and(eq(appointment.conferenceId, conferenceId), eq(appointment.stands, true)));
	return row!.families;
}

/** Removes desks with their hours and places, rules and questions, and the conference itself. */
async function removeSetUp(tx: Transaction, conferenceId: string): Promise<void> {
	const desks = sql`(select id from desk where conference_id = ${conferenceId})`;
	await tx.execute(sql`delete from finding_aside where conference_id = ${conferenceId}`);
	await tx.execute(sql`delete from short_link where conference_id = ${conferenceId}`);
	await tx.execute(sql`delete from newcomer where conference_id = ${conferenceId}`);
	await tx.execute(sql`delete from question where conference_id = ${conferenceId}`);
	for (const table of ['slot', 'sitting', 'series', 'desk_person', 'desk_substitute'])
		await tx.execute(sql`delete from ${sql.identifier(table)} where desk_id in ${desks}`);
	await tx.execute(sql`delete from desk where conference_id = ${conferenceId}`);
	// Video and telephones were somebody's of this conference; rooms are the school's.
	await tx.execute(sql`
		delete from place where kind <> 'room'
			and not exists (select from series_place where place_id = place.id)
			and not exists (select from sitting where place.id in (place_id, room_id))
			and not exists (select from slot where place_id = place.id)
			and not exists (select from appointment where place_id = place.id)`);
	await tx.execute(sql`delete from conference where id = ${conferenceId}`);
}
