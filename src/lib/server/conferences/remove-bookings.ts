import { sql } from 'drizzle-orm';
import type { Transaction } from '../foundation/database/connect';
import { uuids } from '../foundation/database/params';

/**
 * Removes what was booked, held, asked and told at a conference, by all families or by some, with the acts
 * that tell of it. The set-up stays. Returns how many appointments there were.
 */
export async function removeBookings(
	tx: Transaction,
	conferenceId: string,
	families: readonly string[] | 'all',
): Promise<number> {
	const ofThem = families === 'all' ? sql`true` : sql`family_id = any(${uuids(families)})`;
	const theirs = sql`conference_id = ${conferenceId} and ${ofThem}`;
	const appointments = sql`(select id from appointment where ${theirs})`;
	const holds = sql`(select id from hold where ${theirs})`;
	const wishes = sql`(select id from wish where ${theirs})`;
	const acts =
		families === 'all'
			? sql`(select id from act where conference_id = ${conferenceId})`
			: sql`(select id from act where conference_id = ${conferenceId} and actor_id in
				(select adult_id from family_adult where family_id = any(${uuids(families)})))`;
	await tx.execute(sql`delete from notice where ${theirs} or act_id in ${acts}`);
	await tx.execute(sql`delete from guest where appointment_id in ${appointments}`);
	await tx.execute(
		sql`delete from claim where appointment_id in ${appointments} or hold_id in ${holds}`,
	);
	for (const table of [
		'taken_slot',
		'appointment_along',
		'appointment_student',
		'appointment_adult',
	])
		await tx.execute(
			sql`delete from ${sql.identifier(table)} where appointment_id in ${appointments}`,
		);
	await tx.execute(sql`delete from appointment_twice where appointment_id in ${appointments}`);
	await tx.execute(sql`delete from appointment_wish where appointment_id in ${appointments}`);
	await tx.execute(sql`delete from waiting where wish_id in ${wishes}`);
	await tx.execute(sql`delete from enquiry where ${theirs}`);
	// Of the whole visit as well, which no wish is about.
	await tx.execute(sql`delete from answer where ${ofThem} and question_id in
		(select id from question where conference_id = ${conferenceId})`);
	await tx.execute(sql`delete from hold where ${theirs}`);
	const gone = await tx.execute(sql`delete from appointment where ${theirs}`);
	await tx.execute(sql`delete from wish where ${theirs}`);
	await tx.execute(sql`delete from act where id in ${acts}`);
	return gone.count;
}
