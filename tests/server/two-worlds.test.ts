// Whether a family that is kept apart from another one could find out. Two worlds are compared: in one, slots
// are closed to it for that reason; in the other, third families took just these slots. What it is asked,
// answered and told live, and the statements that run for it, must be the same.
import { drizzle } from 'drizzle-orm/postgres-js';
import { expect, it } from 'vitest';
import { suggestFor } from '$lib/core/visits/plan-for-family';
import type { Actor } from '$lib/core/permissions/may';
import type { App } from '$lib/server/app';
import { bookVisit, changeVisit } from '$lib/server/visits/change-visit';
import { holdVisit } from '$lib/server/visits/hold-visit';
import { connect } from '$lib/server/foundation/database/connect';
import * as schema from '$lib/server/foundation/database/schema';
import { readSeats } from '$lib/server/live/read-seats';
import { differenceFrom, wholeMessage } from '$lib/server/live/seat-message';
import { keepApart } from '$lib/server/safety/change-safety';
import { familyView } from '$lib/server/visits/family-view';
import { freshApp, NOW } from './database';
import { smallSchool, type SmallSchool } from './small-school';

const HOURS = [{ date: '2026-12-03' as const, start: 960, end: 1080 }];
const MARGIN = 30;
const THIRDS = 36;

type AdultActor = Extract<Actor, { kind: 'adult' }>;
type Pick = readonly [desk: number, slot: number];

interface World {
	readonly app: App;
	readonly school: SmallSchool;
	/** Statements that ran since this was asked last. */
	statements(): string[];
	/** What somebody could see, with the names of things in place of this world's ids. */
	told(what: unknown): unknown;
}

async function makeWorld(): Promise<World> {
	const fresh = await freshApp({ pool: 20 });
	const ran: string[] = [];
	const connection = connect(fresh.config.databaseUrl, 5);
	const logger = { logQuery: (query: string) => ran.push(query) };
	const app: App = {
		...fresh,
		db: drizzle(connection.sql, { schema, logger }),
		clock: { now: () => NOW },
	};
	const school = await smallSchool(app, { families: 2 + THIRDS, desks: 3, hours: HOURS });
	const names = new Map<string, string>();
	for (const [desk, id] of school.desks.entries()) {
		names.set(id, `desk ${desk}`);
		names.set(await school.wish(1, desk), `wish for ${desk}`);
		for (const [index, slot] of (await school.slots(desk)).entries())
			names.set(slot, `slot ${desk}/${index}`);
	}
	const nameOf = (id: string) => {
		if (!names.has(id)) names.set(id, `thing ${names.size}`);
		return names.get(id)!;
	};
	return {
		app,
		school,
		statements: () => ran.splice(0),
		told: (what) =>
			JSON.parse(
				JSON.stringify(what).replace(/[0-9a-f]{8}(-[0-9a-f]{4}){3}-[0-9a-f]{12}/g, nameOf),
			) as unknown,
	};
}

/** Everything that the second family can find out around what the others do, step by step. */
async function transcriptOf(world: World, others: () => Promise<unknown>): Promise<unknown[]> {
	const { app, school } = world;
	const family = school.families[1]!;
	const actor = family.actor as AdultActor;
	const audience = { kind: 'adult', actor, family: family.id } as const;
	const lines: unknown[] = [];
	const note = async (step: string, work: () => Promise<unknown>) => {
		world.statements();
		const answer = world.told(await work());
		lines.push({ step, answer, statements: world.statements() });
	};
	const view = () => familyView(app, actor, school.conference, family.id);
	const reading = () => readSeats(app.db, school.conference, NOW, null);
	const want = (picks: readonly Pick[]) => school.request(1, picks, `${JSON.stringify(picks)}`);

	await view();
	const before = await reading();
	await note('opens its page', view);
	await others();
	const after = await reading();
	const version = after.snapshot.conference.version;
	const message = differenceFrom(before, after)(audience);
	const whole = wholeMessage(after, audience);
	expect(message).not.toBeNull();
	lines.push(world.told([message, whole].map((entry) => ({ ...entry, version: version && 0 }))));
	await note('opens it again', view);
	await note('plans', async () =>
		suggestFor(await view(), {
			wishes: await Promise.all([0, 1, 2].map((desk) => school.wish(1, desk))),
		}),
	);
	const tries: Pick[][] = [
		[[1, 4]],
		[[2, 0]],
		[
			[1, 9],
			[2, 5],
		],
		[
			[1, 0],
			[2, 9],
		],
	];
	for (const picks of tries) {
		const wanted = await want(picks);
		await note(`books ${JSON.stringify(picks)}`, () => bookVisit(app, actor, wanted));
		const key = `hold ${wanted.key}`;
		await note('holds it', () => holdVisit(app, actor, { ...wanted, key }));
		await note('changes to it', () =>
			changeVisit(app, actor, { ...wanted, key: `to ${wanted.key}` }),
		);
	}
	const good = await want([
		[1, 10],
		[2, 11],
	]);
	await note('books what is free', () => bookVisit(app, actor, good));
	await note('sees it', view);
	return lines;
}

it('what is closed to one family cannot be told from what third families took', async () => {
	const firstBooks = async ({ app, school }: World) =>
		bookVisit(app, school.families[0]!.actor, await school.request(0, [[0, 4]]));
	const apart = await makeWorld();
	await keepApart(
		apart.app,
		{ ...(apart.school.organiser as { account: string }), kind: 'organiser', knowsSafety: true },
		{ family: apart.school.families[0]!.id, other: apart.school.families[1]!.id, margin: MARGIN },
	);
	const inApart = await transcriptOf(apart, () => firstBooks(apart));

	const reading = await readSeats(apart.app.db, apart.school.conference, NOW, null);
	const closed = reading.closed.get(apart.school.families[1]!.id)!;
	expect(closed.size).toBeGreaterThan(20);
	const thirds = await makeWorld();
	const picks: Pick[] = [];
	for (const desk of [0, 1, 2])
		for (const [index, slot] of (await apart.school.slots(desk)).entries())
			if (closed.has(slot) && reading.states.get(slot) === 'free') picks.push([desk, index]);
	const inThirds = await transcriptOf(thirds, async () => {
		await firstBooks(thirds);
		for (const [index, pick] of picks.entries()) {
			const { actor } = thirds.school.families[2 + index]!;
			const taken = await bookVisit(
				thirds.app,
				actor,
				await thirds.school.request(2 + index, [pick]),
			);
			expect(taken.ok).toBe(true);
		}
	});
	expect(inApart).toEqual(inThirds);
	const text = JSON.stringify(inApart);
	expect(text).toContain('"conflicts":[{"slot":"slot 1/4","code":"taken"}]');
	expect(text).toMatch(/books what is free","answer":{"ok":true/);
});
