// A family's page that is tried: it tells what the family's own page would, it answers what the school would, and
// nothing of it is there afterwards.
import fc from 'fast-check';
import { eq, sql } from 'drizzle-orm';
import postgres, { type Sql } from 'postgres';
import { beforeAll, describe, expect, it } from 'vitest';
import { usualRules } from '$lib/core/snapshot/rules';
import { playBook, playCancel, playChange, playUndo } from '$lib/core/trying/play-visit';
import { playWaiting } from '$lib/core/trying/play-beside';
import { trialMoments } from '$lib/core/trying/moments';
import { asTried, NOTHING_TRIED } from '$lib/core/trying/tried';
import type { FamilyProjection } from '$lib/core/visits/family-projection';
import type { App } from '$lib/server/app';
import { withdrawConference } from '$lib/server/conferences/change-conference';
import { inReadOnly } from '$lib/server/foundation/database/transaction';
import { adultRight, conference, hold } from '$lib/server/foundation/database/schema';
import { newId } from '$lib/server/foundation/identifiers';
import { trialView, type Trial, type TrialWanted } from '$lib/server/trying/trial-view';
import { bookVisit, cancelAppointments, changeVisit } from '$lib/server/visits/change-visit';
import { familyView } from '$lib/server/visits/family-view';
import { undoVisitAct } from '$lib/server/visits/undo-visit';
import { joinWaitingList, leaveWaitingList } from '$lib/server/visits/waiting-list';
import { freshApp } from './database';
import { done } from './done';
import { smallSchool, type SmallSchool } from './small-school';
import { wholeDatabaseOf } from '../whole-database';

/** `TRIALS` makes more of them than the usual run takes. */
const RUNS = Number(process.env.TRIALS ?? 12);
const DESKS = 3;
const SLOTS = 6;
const HOURS = [{ date: '2026-12-03' as const, start: 960, end: 960 + 10 * SLOTS }];

let app: App;
let school: SmallSchool;
let wanted: TrialWanted;

beforeAll(async () => {
	app = await freshApp({ pool: 20 });
	school = await smallSchool(app, { families: 4, desks: DESKS, hours: HOURS });
	wanted = {
		conferenceId: school.conference,
		familyId: school.families[0]!.id,
		moment: 'now',
	};
	const rules = { ...usualRules, perFamily: 2, perDeskDay: 3, changeMinutes: 60 };
	await app.db.update(conference).set({ rules, version: sql`version + 1` });
	// Others have taken some of what it would like.
	done(await bookVisit(app, school.families[1]!.actor, await school.request(1, [[0, 0]])));
	done(
		await bookVisit(
			app,
			school.families[2]!.actor,
			await school.request(2, [
				[0, 1],
				[1, 2],
			]),
		),
	);
});

const trial = async (more: Partial<TrialWanted> = {}): Promise<Trial> =>
	(await trialView(app, school.organiser, { ...wanted, ...more }))!;

/** What of a page follows from what was done on it, with the ids of appointments taken out. */
const told = ({ appointments, wishes, slots, limits, waiting }: FamilyProjection) => ({
	appointments: appointments.map(({ id: _, revision: _r, setBy: _s, ...entry }) => entry),
	wishes: wishes.map(({ id, placed, openDesks }) => ({ id, placed, openDesks })),
	free: slots.filter(({ free }) => free).map(({ id }) => id),
	limits,
	waiting: [...waiting].sort(),
});

/** Desk and slot by number. */
type Pick = readonly [desk: number, slot: number];
type Act =
	| { readonly act: 'book' | 'change'; readonly picks: readonly Pick[] }
	| { readonly act: 'cancel' | 'wait'; readonly desk: number }
	| { readonly act: 'undo' };

const acts = (): fc.Arbitrary<Act[]> => {
	const desk = fc.integer({ min: 0, max: DESKS - 1 });
	const pick = fc.tuple(desk, fc.integer({ min: 0, max: SLOTS - 1 }));
	const picks = fc.uniqueArray(pick, { minLength: 1, maxLength: 2, selector: ([desk]) => desk });
	return fc.array(
		fc.oneof(
			{
				weight: 3,
				arbitrary: fc.record({ act: fc.constantFrom('book' as const, 'change' as const), picks }),
			},
			{
				weight: 2,
				arbitrary: fc.record({ act: fc.constantFrom('cancel' as const, 'wait' as const), desk }),
			},
			fc.constant({ act: 'undo' as const }),
		),
		{ minLength: 3, maxLength: 9 },
	);
};

describe('what is tried is what would be', () => {
	it('act by act, in random orders', async () => {
		await fc.assert(fc.asyncProperty(acts(), (list) => compared(list)).afterEach(giveAllUp), {
			numRuns: RUNS,
		});
	});

	/** Plays the acts on what was read once, does them in truth, and compares the page after each. */
	async function compared(list: readonly Act[]): Promise<void> {
		const { actor, id: familyId } = school.families[0]!;
		const { facts } = await trial();
		const whose = { conferenceId: school.conference, familyId };
		let tried = NOTHING_TRIED;
		let counted = 0;
		const stage = { facts, now: app.clock.now(), newId: () => `${++counted}` };
		let last: { tried: string; real: string } | null = null;
		for (const entry of list) {
			const page = await familyView(app, actor, school.conference, familyId);
			const view = asTried(facts, tried);
			if (entry.act === 'book' || entry.act === 'change') {
				const request = await school.request(0, entry.picks);
				const [real, played] =
					entry.act === 'book'
						? [await bookVisit(app, actor, request), playBook(tried, request, stage)]
						: [await changeVisit(app, actor, request), playChange(tried, request, stage)];
				expect(played.ok, JSON.stringify({ real, played })).toBe(real.ok);
				if (played.ok) tried = played.tried;
				if (played.ok && real.ok)
					last = played.act && real.act ? { tried: played.act, real: real.act } : last;
			} else if (entry.act === 'cancel') {
				const atDesk = (from: FamilyProjection) =>
					from.appointments
						.filter(({ desk }) => desk === school.desks[entry.desk])
						.map(({ id }) => id);
				const real = await cancelAppointments(app, actor, {
					...whose,
					key: newId(app.clock),
					cancel: atDesk(page),
				});
				const played = playCancel(tried, atDesk(view), stage);
				expect(played.ok).toBe(real.ok);
				if (played.ok && real.ok && real.act) {
					tried = played.tried;
					last = { tried: played.act!, real: real.act };
				}
			} else if (entry.act === 'wait') {
				const wish = await school.wish(0, entry.desk);
				const isOn = page.waiting.includes(wish);
				await (isOn ? leaveWaitingList : joinWaitingList)(app, actor, { ...whose, wish });
				tried = playWaiting(tried, wish, { waits: !isOn, facts }) ?? tried;
			} else if (last) {
				const real = await undoVisitAct(app, actor, { act: last.real });
				const before = playUndo(tried, last.tried, stage);
				expect(before !== null).toBe(real.ok);
				tried = before ?? tried;
				last = null;
			}
			expect(told(asTried(facts, tried)), entry.act).toEqual(
				told(await familyView(app, actor, school.conference, familyId)),
			);
		}
	}

	async function giveAllUp(): Promise<void> {
		const { actor, id: familyId } = school.families[0]!;
		const whose = { conferenceId: school.conference, familyId };
		const page = await familyView(app, actor, school.conference, familyId);
		const cancel = page.appointments.map(({ id }) => id);
		if (cancel.length)
			done(await cancelAppointments(app, actor, { ...whose, key: newId(app.clock), cancel }));
		for (const wish of page.waiting) done(await leaveWaitingList(app, actor, { ...whose, wish }));
	}
});

describe('what is read', () => {
	it('is the page that the family would get', async () => {
		const { actor, id } = school.families[1]!;
		const { facts } = await trial({ familyId: id });
		expect(facts.view).toEqual(await familyView(app, actor, school.conference, id));
	});

	it('hides what was withdrawn from an adult, as if nothing were', async () => {
		const { id, adult, student } = school.families[3]!;
		const seen = async () => (await trial({ familyId: id })).facts;
		const before = await seen();
		await app.db
			.insert(adultRight)
			.values({ adultId: adult, studentId: student, mayBook: false, maySee: false, isTold: false });
		const after = await seen();
		await app.db.delete(adultRight);
		expect(after).toEqual(before);
	});

	it('stands before families see anything, with what they would be offered', async () => {
		const other = await freshApp();
		const small = await smallSchool(other, { families: 1, desks: 2, hours: HOURS });
		done(await withdrawConference(other, small.organiser, { conferenceId: small.conference }));
		const opened = await trialView(other, small.organiser, {
			conferenceId: small.conference,
			familyId: small.families[0]!.id,
			moment: 'open',
		});
		expect(opened?.facts.view.notBookable).toBeNull();
		expect(opened?.facts.view.wishes).toHaveLength(2);
		const made = await trialView(other, small.organiser, {
			conferenceId: small.conference,
			familyId: null,
			moment: 'open',
		});
		expect(made?.facts.view.students.map(({ name }) => name)).toEqual(['Robin']);
		expect(made?.facts.view.wishes).toHaveLength(2);
	});

	it('is nobody’s where there is nobody', async () => {
		expect(
			await trialView(app, school.organiser, { ...wanted, familyId: newId(app.clock) }),
		).toBeNull();
	});

	it('is for the office alone', async () => {
		const { actor } = school.families[1]!;
		await expect(trialView(app, actor, wanted)).rejects.toThrow();
	});
});

describe('nothing is there afterwards', () => {
	let database: Sql;
	beforeAll(() => {
		database = postgres(app.config.databaseUrl, { max: 1, onnotice: () => {} });
		return () => database.end();
	});

	const everyTrial = () =>
		Promise.all(
			[wanted.familyId, null].flatMap((familyId) =>
				trialMoments.map((moment) => trial({ familyId, moment })),
			),
		);

	it('of any family at any moment, down to the sequences', async () => {
		const before = await wholeDatabaseOf(database);
		await everyTrial();
		expect(await wholeDatabaseOf(database)).toEqual(before);
	});

	it('while families book at the same time: all that changed is theirs', async () => {
		const booked = async (family: number, pick: Pick) => {
			const { actor } = school.families[family]!;
			const { appointments } = done(
				await bookVisit(app, actor, await school.request(family, [pick])),
			);
			return () =>
				cancelAppointments(app, actor, {
					conferenceId: school.conference,
					familyId: school.families[family]!.id,
					key: newId(app.clock),
					cancel: appointments,
				});
		};
		const changedBy = async (work: () => Promise<unknown>) => {
			const before = await wholeDatabaseOf(database);
			await work();
			const after = await wholeDatabaseOf(database);
			return Object.keys(after).filter((name) => after[name] !== before[name]);
		};
		const alone = await changedBy(() => booked(3, [2, 4]));
		const beside = await changedBy(() =>
			Promise.all([booked(0, [2, 5]), everyTrial(), everyTrial()]),
		);
		expect(beside).toEqual(alone);
	});

	it('because the database refuses to write and to count up there', async () => {
		const refuses = (statement: ReturnType<typeof sql>) =>
			expect(inReadOnly(app.db, (tx) => tx.execute(statement))).rejects.toThrow();
		await refuses(sql`update conference set version = version + 1`);
		await refuses(sql`create temporary sequence counting; select nextval('counting')`);
		await refuses(sql`select id from conference for update`);
		expect(await app.db.select().from(hold).where(eq(hold.kind, 'hold'))).toEqual([]);
	});
});
