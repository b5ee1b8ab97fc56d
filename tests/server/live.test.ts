import { eq } from 'drizzle-orm';
import { describe, expect, it, vi } from 'vitest';
import type { Actor } from '$lib/core/permissions/may';
import { bookVisit } from '$lib/server/visits/change-visit';
import { makeEnquiry } from '$lib/server/visits/enquiries';
import { createApp } from '$lib/server/app';
import { slot, wishDesk } from '$lib/server/foundation/database/schema';
import { readFloor } from '$lib/server/floor/read-floor';
import { seatEventStream } from '$lib/server/live/event-stream';
import type { SeatNews } from '$lib/operations/seat-news';
import { freshApp } from './database';
import { smallSchool, type SmallFamily } from './small-school';

const OFFICE = { kind: 'office' } as const;
type AdultActor = Extract<Actor, { kind: 'adult' }>;

describe('live changes', () => {
	it('reach pages of another server process, a few at a time, after the whole state', async () => {
		const app = await freshApp();
		const other = createApp(app.config);
		const school = await smallSchool(app, { families: 7, desks: 1 });
		const heard: SeatNews[] = [];
		const stop = await other.live.watch(school.conference, OFFICE, (message) =>
			heard.push(message),
		);
		expect(heard).toMatchObject([{ whole: true }]);
		expect(Object.keys(heard[0]!.states)).toHaveLength(10);

		for (let family = 0; family < 6; family++)
			await bookVisit(
				app,
				school.families[family]!.actor,
				await school.request(family, [[0, family]]),
			);
		const slots = await school.slots(0);
		await vi.waitFor(() => {
			const told = Object.assign({}, ...heard.map(({ states }) => states)) as Record<
				string,
				string
			>;
			expect(slots.map((slot) => told[slot])).toEqual([
				...Array<string>(6).fill('booked'),
				...Array<string>(4).fill('free'),
			]);
		}, 5000);
		expect(heard.length).toBeLessThan(6);
		for (const { whole, states } of heard.slice(1)) {
			expect(whole).toBe(false);
			expect(Object.keys(states).length).toBeLessThan(10);
		}

		stop();
		const before = heard.length;
		// Somebody else hears of it meanwhile.
		const others: SeatNews[] = [];
		await other.live.watch(school.conference, OFFICE, (message) => others.push(message));
		const known = others.length;
		await bookVisit(app, school.families[6]!.actor, await school.request(6, [[0, 7]]));
		await vi.waitFor(() => expect(others.length).toBeGreaterThan(known), 5000);
		expect(heard).toHaveLength(before);
		await other.close();
	});

	it('come whole again when the listener lost its connection', async () => {
		const app = await freshApp();
		const school = await smallSchool(app, { families: 1, desks: 1 });
		const heard: SeatNews[] = [];
		await app.live.watch(school.conference, OFFICE, (message) => heard.push(message));
		await app.db.execute(
			`select pg_terminate_backend(pid) from pg_stat_activity
				where datname = current_database() and query ilike 'listen%'`,
		);
		await vi.waitFor(() => expect(heard.filter(({ whole }) => whole).length).toBe(2), 10_000);
		await bookVisit(app, school.families[0]!.actor, await school.request(0, [[0, 7]]));
		const eighth = (await school.slots(0))[7]!;
		await vi.waitFor(() => expect(heard.at(-1)!.states[eighth]).toBe('booked'), 5000);
	});

	it('tell the office that somebody asks, although no seat was touched', async () => {
		const app = await freshApp();
		const school = await smallSchool(app, { families: 1, desks: 1 });
		const heard: SeatNews[] = [];
		await app.live.watch(school.conference, OFFICE, (message) => heard.push(message));
		expect(heard.at(-1)!.toAnswer).toBe(0);
		await makeEnquiry(app, school.families[0]!.actor, {
			conferenceId: school.conference,
			familyId: school.families[0]!.id,
			wish: await school.wish(0, 0),
			words: 'May we come earlier?',
		});
		await vi.waitFor(() => expect(heard.at(-1)!.toAnswer).toBe(1), 5000);
		expect(heard.at(-1)).toMatchObject({ whole: false, states: {} });
	});

	it('tell the office how many sit in a slot for several, and nobody else', async () => {
		const app = await freshApp();
		const school = await smallSchool(app, { families: 2, desks: 1 });
		await app.db.update(slot).set({ seats: 3 });
		await app.db.execute(`update conference set version = version + 1`);
		const [first] = await school.slots(0);
		const heard: SeatNews[] = [];
		const heardByFamily: SeatNews[] = [];
		const { id, actor } = school.families[1]!;
		await app.live.watch(school.conference, OFFICE, (message) => heard.push(message));
		await app.live.watch(
			school.conference,
			{ kind: 'adult', actor: actor as AdultActor, family: id },
			(message) => heardByFamily.push(message),
		);
		expect(heard[0]!.taken![first!]).toBe(0);
		await bookVisit(app, school.families[0]!.actor, await school.request(0, [[0, 0]]));
		await vi.waitFor(() => expect(heard.at(-1)!.taken).toEqual({ [first!]: 1 }), 5000);
		// One more may sit down: for families nothing has changed.
		expect(heardByFamily).toHaveLength(1);
		expect(heardByFamily[0]).not.toHaveProperty('taken');
	});

	it('are what the floor of a date says, before they come and after', async () => {
		const app = await freshApp();
		const beside = createApp(app.config);
		const school = await smallSchool(app, { families: 4, desks: 2 });
		await app.db.update(slot).set({ seats: 3 }).where(eq(slot.deskId, school.desks[1]!));
		await app.db.execute(`update conference set version = version + 1`);
		const heard: SeatNews[] = [];
		await app.live.watch(school.conference, OFFICE, (message) => heard.push(message));
		const floors = async () => {
			const [told, read] = await Promise.all(
				[app, beside].map(({ live }) =>
					readFloor({ db: app.db, clock: app.clock, live }, school.organiser, school.conference),
				),
			);
			return { told, read };
		};
		for (const [family, { actor }] of school.families.entries()) {
			const before = heard.length;
			const at = [
				[0, 0],
				[1, 2],
				[0, 5],
				[1, 2],
			][family] as [number, number];
			const request = await school.request(family, [at]);
			await bookVisit(app, actor, request);
			await vi.waitFor(() => expect(heard.length).toBeGreaterThan(before), 5000);
			await vi.waitFor(() => expect(app.live.known(school.conference)).not.toBeNull(), 5000);
			const { told, read } = await floors();
			expect(told).toEqual(read);
		}
		const { told } = await floors();
		const taken = told!.desks.map(({ slots }) => slots.filter(({ taken }) => taken > 0));
		expect(taken.map((slots) => slots.map(({ taken }) => taken))).toEqual([[1, 1], [2]]);
		// A slot that begins is past, whoever has been told of it.
		const clock = { ...app.clock, now: () => told!.desks[0]!.slots[3]!.start };
		const [first] = (
			await readFloor({ db: app.db, clock, live: app.live }, school.organiser, school.conference)
		).desks;
		expect(first!.slots[3]!.state).toBe('past');
		await beside.close();
	});

	it('reach only those whom a desk concerns', async () => {
		const app = await freshApp();
		const school = await smallSchool(app, { families: 2, desks: 2 });
		const [family, other] = school.families;
		// The other family has nothing to do with the second desk any more.
		await app.db.delete(wishDesk).where(eq(wishDesk.wishId, await school.wish(1, 1)));
		await app.db.execute(`update conference set version = version + 1`);
		const heard = { family: [] as SeatNews[], other: [] as SeatNews[] };
		const listen = ({ id, actor }: SmallFamily, into: SeatNews[]) =>
			app.live.watch(
				school.conference,
				{ kind: 'adult', actor: actor as AdultActor, family: id },
				(message) => into.push(message),
			);
		await listen(family!, heard.family);
		await listen(other!, heard.other);
		expect(Object.keys(heard.family[0]!.states)).toHaveLength(20);
		expect(Object.keys(heard.other[0]!.states).sort()).toEqual((await school.slots(0)).sort());

		await bookVisit(app, family!.actor, await school.request(0, [[1, 0]]));
		await bookVisit(app, family!.actor, await school.request(0, [[0, 5]]));
		const [first] = await school.slots(1);
		const sixth = (await school.slots(0))[5]!;
		await vi.waitFor(() => expect(heard.other.at(-1)!.states).toEqual({ [sixth]: 'taken' }), 5000);
		const told = Object.assign({}, ...heard.family.map(({ states }) => states));
		expect(told).toMatchObject({ [first!]: 'taken', [sixth]: 'taken' });
		expect(heard.other).toHaveLength(2);
	});

	it('end when the server stops', async () => {
		const app = await freshApp();
		const school = await smallSchool(app, { families: 0, desks: 1 });
		const response = seatEventStream(app.live, {
			conferenceId: school.conference,
			audience: OFFICE,
			now: app.clock.now(),
			ticket: { grounds: [], address: 'here', until: null },
			isStillIn: async () => true,
		});
		const reader = response.body!.pipeThrough(new TextDecoderStream()).getReader();
		expect((await reader.read()).value).toContain('retry');
		expect((await reader.read()).value).toMatch(/^data: {"whole":true/);
		app.live.streams.endAll();
		expect((await reader.read()).done).toBe(true);
	});
});
