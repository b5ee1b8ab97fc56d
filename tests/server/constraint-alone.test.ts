import { eq, sql } from 'drizzle-orm';
import { expect, it } from 'vitest';
import { receiversOn } from '$lib/core/desks/receivers';
import type { SettledAppointment } from '$lib/core/visits/settle-visit';
import { loadSnapshot } from '$lib/server/conferences/load-snapshot';
import { writeVisit } from '$lib/server/visits/write-visit';
import { postgresError } from '$lib/server/foundation/database/errors';
import { appointment, claim, deskPerson } from '$lib/server/foundation/database/schema';
import { freshApp } from './database';
import { smallSchool } from './small-school';

/** Refusals of PostgreSQL's that mean "somebody was faster" (its manual, appendix A). */
const LOST_RACE = ['23P01', '23505', '40P01'];
const TRIES = 2000;
const AT_ONCE = 50;

it('without any lock or check, thousands of random inserts at once leave no overlap', async () => {
	const app = await freshApp({ pool: Math.ceil((4 / 3) * AT_ONCE) });
	const school = await smallSchool(app, { families: 30, desks: 6 });
	// Two desks have the same teacher, and the last one takes three families at once.
	await app.db.execute(sql`
		insert into desk_person select ${school.desks[1]}, person_id, 'all' from desk_person
		where desk_id = ${school.desks[0]}`);
	await app.db.delete(deskPerson).where(sql`desk_id = ${school.desks[1]} and person_id not in (
		select person_id from desk_person where desk_id = ${school.desks[0]})`);
	await app.db.execute(sql`update slot set seats = 3 where desk_id = ${school.desks[5]}`);
	await app.db.execute(sql`update conference set version = version + 1`);
	const snapshot = await loadSnapshot(app.db, school.conference);
	const desks = new Map(snapshot.desks.map((desk) => [desk.id, desk]));

	let seed = 11;
	const random = (below: number): number => {
		seed = (Math.imul(seed, 1664525) + 1013904223) >>> 0;
		return Math.floor((seed / 2 ** 32) * below);
	};
	const some = (): SettledAppointment & { family: number } => {
		const slot = snapshot.slots[random(snapshot.slots.length)]!;
		const desk = desks.get(slot.desk)!;
		const family = random(school.families.length);
		const { adult } = school.families[family]!;
		return {
			family,
			desk,
			slots: [slot],
			seats: [1 + random(3)],
			place: snapshot.places[0]!,
			persons: receiversOn(desk, slot.date).all,
			receiver: null,
			interpreter: null,
			adults: [{ id: adult, thing: adult, notSee: [] }],
			students: [],
			along: [],
			standing: 'booked',
			answerBy: null,
			wanted: { slot: slot.id, wishes: [] },
		};
	};

	let written = 0;
	const refusals = new Map<string, number>();
	const work = Array.from({ length: TRIES }, some);
	await Promise.all(
		Array.from({ length: AT_ONCE }, async () => {
			for (let entry = work.pop(); entry; entry = work.pop()) {
				const { family, ...booked } = entry;
				try {
					await app.db.transaction(async (tx) => {
						await tx.execute(sql`set local deadlock_timeout = '20ms'`);
						await writeVisit(tx, app.clock, {
							conferenceId: school.conference,
							setBy: null,
							familyId: school.families[family]!.id,
							appointments: [{ ...booked, about: [] }],
						});
					});
					written++;
				} catch (error) {
					const code = postgresError(error)?.code ?? String(error);
					refusals.set(code, (refusals.get(code) ?? 0) + 1);
				}
			}
		}),
	);

	const lost = [...refusals.values()].reduce((sum, count) => sum + count, 0);
	expect(written + lost).toBe(TRIES);
	// A seat that a slot does not have is refused as well (23514).
	expect([...refusals.keys()].filter((code) => ![...LOST_RACE, '23514'].includes(code))).toEqual(
		[],
	);
	expect(await app.db.select().from(appointment)).toHaveLength(written);
	const [overlaps] = await app.db.execute<{ count: number }>(sql`
		select count(*)::int as count from claim a join claim b
			on a.thing = b.thing and a.id < b.id and a.occupancy <> b.occupancy
			and a.starts_at < b.ends_at and b.starts_at < a.ends_at`);
	expect(overlaps!.count).toBe(0);
	const seats = await app.db.select().from(claim).where(eq(claim.kind, 'desk'));
	expect(new Set(seats.map(({ occupancy, seat }) => `${occupancy}/${seat}`)).size).toBe(written);
	expect(written).toBeGreaterThan(40);
});
