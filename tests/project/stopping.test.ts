import { expect, it, vi } from 'vitest';
import { openDemo } from '../browser/house';

it('a server that is stopped finishes the booking in flight and ends in seconds', async () => {
	const demo = await openDemo();
	try {
		const opened = await fetch(demo.families.Gulzar, { redirect: 'manual' });
		const cookie = opened.headers.getSetCookie()[0]!.split(';')[0]!;
		const [family] = await demo.sql`
			select family.id, wish.id as wish, wish_desk.desk_id as desk from family
			join wish on wish.family_id = family.id join wish_desk on wish_desk.wish_id = wish.id
			where label = 'Gulzar' limit 1`;
		const [slot] = await demo.sql`
			select slot.id, place.kind from slot join place on place.id = place_id where desk_id = ${family!.desk}
				and not exists (select from claim where occupancy = slot.id) order by starts_at desc limit 1`;
		const [{ id: conference } = { id: '' }] = await demo.sql`select id from conference`;
		const stream = await fetch(`${demo.origin}/live/${conference}`, { headers: { cookie } });
		expect(stream.status).toBe(200);

		// A row lock holds the booking in the middle of its transaction while the server is told to stop.
		let release = () => {};
		let isLocked = () => {};
		const locked = new Promise<void>((resolve) => (isLocked = resolve));
		const held = demo.sql.begin(async (tx) => {
			await tx`select from slot where id = ${slot!.id} for update`;
			isLocked();
			await new Promise<void>((resolve) => (release = resolve));
		});
		await locked;
		const booking = fetch(`${demo.origin}/do/visit.book?as=adult`, {
			method: 'POST',
			headers: { cookie, origin: demo.origin, 'content-type': 'application/json' },
			body: JSON.stringify({
				conferenceId: conference,
				familyId: family!.id,
				key: crypto.randomUUID(),
				appointments: [
					{
						slot: slot!.id,
						wishes: [family!.wish],
						mode: slot!.kind === 'room' ? 'in-person' : slot!.kind,
					},
				],
			}),
		}).then((response) => response.json() as Promise<{ ok: boolean }>);
		const isWaiting = async () => {
			const waiting = await demo.sql`
				select from pg_stat_activity
				where datname = current_database() and cardinality(pg_blocking_pids(pid)) > 0`;
			expect(waiting).toHaveLength(1);
		};
		await vi.waitFor(isWaiting, 10_000);
		const started = performance.now();
		process.kill(demo.pid, 'SIGTERM');
		const isClosed = () => expect(fetch(`${demo.origin}/healthz`)).rejects.toThrow();
		await vi.waitFor(isClosed, 10_000);
		release();
		expect(await booking).toMatchObject({ ok: true });
		await stream.text();
		await held;
		const [{ booked } = { booked: -1 }] = await demo.sql`
			select count(*)::int as booked from claim where occupancy = ${slot!.id} and kind = 'desk'`;
		expect(booked).toBe(1);
		await demo.stop();
		expect(performance.now() - started).toBeLessThan(10_000);
	} catch (error) {
		await demo.stop().catch(() => {});
		throw error;
	}
});
