import { eq, sql } from 'drizzle-orm';
import { beforeAll, describe, expect, it, vi } from 'vitest';
import { bookVisit } from '$lib/server/visits/change-visit';
import type { VisitRequest } from '$lib/operations/visits';
import { KeyReusedError } from '$lib/server/foundation/runner/record-act';
import { postgresError } from '$lib/server/foundation/database/errors';
import {
	act,
	adult,
	appointment,
	claim,
	person,
	slot,
} from '$lib/server/foundation/database/schema';
import { ForbiddenError } from '$lib/server/foundation/forbidden';
import { freshApp } from './database';
import { smallSchool, type SmallSchool } from './small-school';
import type { App } from '$lib/server/app';

/** How often two claims of different occupancy on one thing overlap, in plain SQL. */
async function overlapsIn(app: App): Promise<number> {
	const [row] = await app.db.execute<{ overlaps: number }>(sql`
		select count(*)::int as overlaps from claim a join claim b
			on a.thing = b.thing and a.id < b.id and a.occupancy <> b.occupancy
			and a.starts_at < b.ends_at and b.starts_at < a.ends_at`);
	return row!.overlaps;
}

const random = (seed: number) => () => {
	seed = (Math.imul(seed, 1664525) + 1013904223) >>> 0;
	return seed / 2 ** 32;
};

/** Sixty families, each wanting one slot of each of two desks of ten slots, all at once. */
async function stampede(school: SmallSchool): Promise<VisitRequest[]> {
	const next = random(60);
	return Promise.all(
		school.families.map((_, family) => {
			const first = Math.floor(next() * 9);
			return school.request(family, [
				[0, first],
				[1, first + 1],
			]);
		}),
	);
}

describe('sixty families at once for the same ten slots of two desks', () => {
	it('get a whole visit each or nothing, and no slot twice', async () => {
		const app = await freshApp({ pool: 80 });
		const school = await smallSchool(app, { families: 60, desks: 2 });
		const requests = await stampede(school);
		const transactions = vi.spyOn(app.db, 'transaction');
		const results = await Promise.all(
			requests.map((request, index) => bookVisit(app, school.families[index]!.actor, request)),
		);
		const booked = results.filter(({ ok }) => ok).length;
		expect(booked).toBeGreaterThanOrEqual(5);
		for (const result of results)
			if (!result.ok)
				expect(
					result.reason === 'conflicts' && result.conflicts.every(({ code }) => code === 'taken'),
				).toBe(true);
		const perFamily = await app.db
			.select({ family: appointment.familyId, count: sql<number>`count(*)::int` })
			.from(appointment)
			.groupBy(appointment.familyId);
		expect(perFamily).toHaveLength(booked);
		expect(perFamily.every(({ count }) => count === 2)).toBe(true);
		const seats = await app.db.select().from(claim).where(eq(claim.kind, 'desk'));
		expect(new Set(seats.map(({ occupancy }) => occupancy)).size).toBe(2 * booked);
		expect(await overlapsIn(app)).toBe(0);
		// A deadlock would have made somebody try again.
		expect(transactions).toHaveBeenCalledTimes(60);
	});
});

describe('booking a visit', () => {
	it('is done once however often the same request comes, also at the same time', async () => {
		const app = await freshApp();
		const school = await smallSchool(app, { families: 1, desks: 2 });
		const { actor } = school.families[0]!;
		const request = await school.request(0, [
			[0, 0],
			[1, 1],
		]);
		const together = await Promise.all([1, 2, 3].map(() => bookVisit(app, actor, request)));
		const later = await bookVisit(app, actor, request);
		expect(new Set([...together, later].map((result) => JSON.stringify(result))).size).toBe(1);
		expect(later).toMatchObject({ ok: true });
		expect(await app.db.select().from(appointment)).toHaveLength(2);
		const acts = await app.db.select().from(act).where(eq(act.kind, 'visit.booked'));
		const ids = later.ok && later.appointments.map((id) => ({ id, standing: 'booked' }));
		expect(acts).toMatchObject([{ actorKind: 'adult', key: request.key, before: [], after: ids }]);
		await expect(
			bookVisit(app, actor, await school.request(0, [[0, 3]], request.key)),
		).rejects.toThrow(KeyReusedError);
		expect(JSON.stringify(acts)).not.toContain('Student');
	});

	it('is all or nothing: one slot that went keeps the other one free', async () => {
		const app = await freshApp();
		const school = await smallSchool(app, { families: 2, desks: 2 });
		const [first, second] = school.families;
		await bookVisit(app, first!.actor, await school.request(0, [[1, 1]]));
		const request = await school.request(1, [
			[0, 0],
			[1, 1],
		]);
		expect(await bookVisit(app, second!.actor, request)).toEqual({
			ok: false,
			reason: 'conflicts',
			conflicts: [{ slot: request.appointments[1]!.slot, code: 'taken' }],
		});
		expect(await app.db.select().from(appointment)).toHaveLength(1);
		// Nothing stands in the way of the same key with another visit: the first try left no act.
		const again = await school.request(1, [[0, 0]], request.key);
		expect(await bookVisit(app, second!.actor, again)).toMatchObject({ ok: true });
	});

	it('is for one’s own family and its own wishes only', async () => {
		const app = await freshApp();
		const school = await smallSchool(app, { families: 2, desks: 1 });
		const [first, second] = school.families;
		const request = await school.request(0, [[0, 0]]);
		await expect(bookVisit(app, second!.actor, request)).rejects.toThrow(ForbiddenError);
		const foreign = { ...request, familyId: second!.id };
		expect(await bookVisit(app, second!.actor, foreign)).toMatchObject({
			ok: false,
			reason: 'conflicts',
			conflicts: [{ code: 'no-wish-for-this-desk' }],
		});
		const nowhere = {
			...request,
			appointments: [{ ...request.appointments[0]!, slot: first!.id }],
		};
		expect(await bookVisit(app, first!.actor, nowhere)).toMatchObject({
			ok: false,
			reason: 'conflicts',
			conflicts: [{ code: 'taken' }],
		});
	});

	it('sees a teacher who is a parent as one person', async () => {
		const app = await freshApp();
		const school = await smallSchool(app, { families: 2, desks: 2 });
		const [parent, other] = school.families;
		const [teacher] = await app.db.select().from(person).where(eq(person.familyName, '0'));
		await app.db.update(adult).set({ personId: teacher!.id }).where(eq(adult.id, parent!.adult));
		expect(await bookVisit(app, other!.actor, await school.request(1, [[0, 3]]))).toMatchObject({
			ok: true,
		});
		expect(await bookVisit(app, parent!.actor, await school.request(0, [[1, 3]]))).toMatchObject({
			conflicts: [{ code: 'overlaps-own' }],
		});
		expect(await bookVisit(app, parent!.actor, await school.request(0, [[1, 4]]))).toMatchObject({
			ok: true,
		});
	});

	it('waits for nobody who wants other things', async () => {
		const app = await freshApp();
		const school = await smallSchool(app, { families: 2, desks: 2 });
		const request = await school.request(1, [[1, 0]]);
		await app.db.transaction(async (tx) => {
			const [busy] = await school.slots(0);
			await tx.select().from(slot).where(eq(slot.id, busy!)).for('update');
			expect(await bookVisit(app, school.families[1]!.actor, request)).toMatchObject({ ok: true });
		});
	});
});

describe('the database by itself', () => {
	let app: App;
	let id = '';
	beforeAll(async () => {
		app = await freshApp();
		const school = await smallSchool(app, { families: 1, desks: 1 });
		const request = await school.request(0, [[0, 0]]);
		const result = await bookVisit(app, school.families[0]!.actor, request);
		if (result.ok) id = result.appointments[0]!;
	});

	it.each([
		[
			'an appointment without its claims',
			(id: string) => sql`delete from claim where appointment_id = ${id}`,
		],
		[
			'an appointment without its adult’s claim',
			(id: string) => sql`delete from claim where appointment_id = ${id} and kind = 'adult'`,
		],
		[
			'claims of a cancelled appointment',
			(id: string) => sql`update appointment set standing = 'cancelled' where id = ${id}`,
		],
		[
			'a claim on a seat that there is not',
			() => sql`update claim set seat = 2 where kind = 'desk'`,
		],
		['an empty claim', () => sql`update claim set ends_at = starts_at`],
		['a claim without end', () => sql`update claim set ends_at = 'infinity'`],
		[
			'two sittings of a desk at once',
			() =>
				sql`insert into sitting select gen_random_uuid(), series_id, desk_id, local_date, starts_at, ends_at, slot_minutes, gap_minutes, place_id from sitting limit 1`,
		],
		[
			'two live slots of a desk at once',
			() =>
				sql`insert into slot select gen_random_uuid(), sitting_id, desk_id, place_id, local_date, starts_at + interval '5 minutes', ends_at + interval '5 minutes', claim_ends_at + interval '5 minutes', 1 from slot limit 1`,
		],
		[
			'a second school',
			() =>
				sql`insert into school select gen_random_uuid(), name, time_zone, school_year from school`,
		],
	])('refuses %s', async (_, change) => {
		const refusal = await app.db
			.transaction((tx) => tx.execute(change(id)))
			.then(() => null, postgresError);
		expect(refusal?.code).toMatch(/^23/);
	});
});
