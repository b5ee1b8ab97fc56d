import fc from 'fast-check';
import { sql } from 'drizzle-orm';
import { beforeAll, expect, it } from 'vitest';
import { usualRules } from '$lib/core/snapshot/rules';
import type { App } from '$lib/server/app';
import { blockSeats, unblockSeats } from '$lib/server/seats/block-seats';
import { swapAppointments } from '$lib/server/visits/swap-appointments';
import { bookVisit, cancelAppointments, changeVisit } from '$lib/server/visits/change-visit';
import { giveBack, holdVisit } from '$lib/server/visits/hold-visit';
import { tend } from './tend';
import { undoVisitAct } from '$lib/server/visits/undo-visit';
import { joinWaitingList } from '$lib/server/visits/waiting-list';
import { conference } from '$lib/server/foundation/database/schema';
import { newId } from '$lib/server/foundation/identifiers';
import { freshApp } from './database';
import { seatsInParts } from './seats-in-parts';
import { smallSchool, type SmallSchool } from './small-school';

/**
 * Random histories of families, office and clock, against a model that is simple enough to be seen
 * through: who sits where, who keeps what until when, and who waits in which order. Open pages, which are told of
 * nothing but what was touched, know the same. `HISTORIES` makes
 * more of them than the usual run takes.
 */
const RUNS = Number(process.env.HISTORIES ?? 4);
const FAMILIES = 4;
const DESKS = 3;
const SLOTS = 5;
const MINUTE = 60_000;
const WAITING_MINUTES = 10;

/** A slot of a desk by number. All desks sit at the same times, so that equal numbers overlap. */
type Pick = readonly [desk: number, slot: number];

type Act =
	| {
			readonly act: 'book' | 'hold' | 'change';
			readonly family: number;
			readonly picks: readonly Pick[];
	  }
	| { readonly act: 'cancel' | 'join'; readonly family: number; readonly desk: number }
	| { readonly act: 'give-back' | 'undo'; readonly family: number }
	/** Of the office alone. */
	| { readonly act: 'block' | 'unblock'; readonly pick: Pick }
	| { readonly act: 'swap'; readonly desk: number; readonly one: number; readonly other: number }
	| { readonly act: 'wait'; readonly minutes: number }
	| { readonly act: 'tend' };

interface Held {
	readonly family: number;
	readonly picks: readonly Pick[];
	readonly since: number;
	readonly until: number;
	readonly offer: boolean;
}

interface Waits {
	readonly family: number;
	readonly desk: number;
	readonly passed: Set<number>;
}

const same = (a: Pick, b: Pick) => a[0] === b[0] && a[1] === b[1];

/** The simple model. Bookings: by family, desk to slot. */
class Model {
	now = 0;
	booked: Map<number, number>[] = Array.from({ length: FAMILIES }, () => new Map<number, number>());
	held: Held[] = [];
	waits: Waits[] = [];
	/** Blocked seats. */
	blocked: readonly Pick[] = [];
	/** Of each family, what its last act on the visit made of what. */
	last: ({ before: Map<number, number>; after: Map<number, number> } | null)[] = Array.from(
		{ length: FAMILIES },
		() => null,
	);

	active = () => this.held.filter(({ until }) => until > this.now);

	isTaken([desk, slot]: Pick, family: number, used: (held: Held) => boolean): boolean {
		return (
			this.blocked.some((pick) => same(pick, [desk, slot])) ||
			this.booked.some((own, other) => other !== family && own.get(desk) === slot) ||
			this.active().some(
				(held) => !used(held) && held.picks.some((pick) => same(pick, [desk, slot])),
			)
		);
	}

	/** Whether the picks fit beside what stays of the family's visit. */
	fits(
		family: number,
		picks: readonly Pick[],
		stays: Map<number, number>,
		used: (held: Held) => boolean,
	): boolean {
		const desks = new Set(stays.keys());
		const times = new Set(stays.values());
		for (const pick of [...picks].sort((a, b) => a[1] - b[1])) {
			if (this.isTaken(pick, family, used) || desks.has(pick[0]) || times.has(pick[1]))
				return false;
			desks.add(pick[0]);
			times.add(pick[1]);
		}
		return true;
	}

	/** A booking uses up the family's hold, and its offers of these desks. */
	usedBy = (family: number, picks: readonly Pick[]) => (held: Held) =>
		held.family === family &&
		picks.length > 0 &&
		(!held.offer || held.picks.some(([desk]) => picks.some((pick) => pick[0] === desk)));

	become(family: number, after: Map<number, number>, picks: readonly Pick[]): void {
		const used = this.usedBy(family, picks);
		this.held = this.held.filter((held) => !used(held));
		this.waits = this.waits.filter(
			(entry) => entry.family !== family || !picks.some(([desk]) => desk === entry.desk),
		);
		const before = this.booked[family]!;
		if (picks.length || before.size !== after.size)
			this.last[family] = { before: new Map(before), after };
		this.booked[family] = after;
	}

	apply(act: Act): boolean {
		switch (act.act) {
			case 'book': {
				const own = this.booked[act.family]!;
				if (!this.fits(act.family, act.picks, own, this.usedBy(act.family, act.picks)))
					return false;
				this.become(act.family, new Map([...own, ...act.picks]), act.picks);
				return true;
			}
			case 'change': {
				const own = this.booked[act.family]!;
				const stays = new Map(
					[...own].filter(([desk, slot]) => act.picks.some((pick) => same(pick, [desk, slot]))),
				);
				const fresh = act.picks.filter(([desk, slot]) => stays.get(desk) !== slot);
				if (!this.fits(act.family, fresh, stays, this.usedBy(act.family, fresh))) return false;
				const after = new Map([...stays, ...fresh]);
				if (fresh.length || after.size !== own.size) this.become(act.family, after, fresh);
				return true;
			}
			case 'cancel': {
				const own = this.booked[act.family]!;
				if (!own.has(act.desk)) return true;
				this.become(act.family, new Map([...own].filter(([desk]) => desk !== act.desk)), []);
				return true;
			}
			case 'hold': {
				const former = this.held.find((held) => held.family === act.family && !held.offer);
				if (!this.fits(act.family, act.picks, this.booked[act.family]!, (held) => held === former))
					return false;
				const since = former && former.until > this.now ? former.since : this.now;
				this.held = this.held.filter((held) => held !== former);
				const until = Math.min(this.now + 8, since + 20);
				this.held.push({ family: act.family, picks: act.picks, since, until, offer: false });
				return true;
			}
			case 'give-back': {
				const own = this.held.find((held) => held.family === act.family && !held.offer);
				this.held = this.held.filter((held) => held !== own);
				return own !== undefined;
			}
			case 'join': {
				if (this.booked[act.family]!.has(act.desk)) return false;
				if (!this.waits.some(({ family, desk }) => family === act.family && desk === act.desk))
					this.waits.push({ family: act.family, desk: act.desk, passed: new Set() });
				return true;
			}
			case 'undo': {
				const last = this.last[act.family];
				if (!last) return false;
				const own = this.booked[act.family]!;
				if (JSON.stringify([...own].sort()) !== JSON.stringify([...last.after].sort()))
					return false;
				const back = [...last.before].filter(
					([desk, slot]) => last.after.get(desk) !== slot,
				) as Pick[];
				if (back.some((pick) => this.isTaken(pick, act.family, () => false))) return false;
				this.booked[act.family] = new Map(last.before);
				this.last[act.family] = null;
				return true;
			}
			case 'block': {
				const isBlocked = this.blocked.some((pick) => same(pick, act.pick));
				if (!isBlocked && this.isTaken(act.pick, -1, () => false)) return false;
				if (!isBlocked) this.blocked = [...this.blocked, act.pick];
				return true;
			}
			case 'unblock':
				this.blocked = this.blocked.filter((pick) => !same(pick, act.pick));
				return true;
			case 'swap': {
				const [one, other] = [this.booked[act.one]!, this.booked[act.other]!];
				const [mine, theirs] = [one.get(act.desk), other.get(act.desk)];
				if (act.one === act.other || mine === undefined || theirs === undefined) return false;
				const meets = (own: Map<number, number>, slot: number) =>
					[...own].some(([desk, at]) => desk !== act.desk && at === slot);
				if (meets(one, theirs) || meets(other, mine)) return false;
				one.set(act.desk, theirs);
				other.set(act.desk, mine);
				// What each of them did last is not theirs alone any more.
				this.last[act.one] = this.last[act.other] = null;
				return true;
			}
			case 'wait':
				this.now += act.minutes;
				return true;
			case 'tend':
				this.tend();
				return true;
		}
	}

	tend(): void {
		for (const held of this.held.filter(({ until, offer }) => offer && until <= this.now))
			this.waits
				.find(({ family, desk }) => family === held.family && desk === held.picks[0]![0])
				?.passed.add(held.picks[0]![1]);
		this.held = this.active();
		for (const entry of [...this.waits]) {
			const { family, desk, passed } = entry;
			const own = this.booked[family]!;
			if (
				this.active().some(
					(held) => held.offer && held.family === family && held.picks[0]![0] === desk,
				)
			)
				continue;
			const isFree = (slot: number) => !this.isTaken([desk, slot], -1, () => false);
			const free = [...Array(SLOTS).keys()].filter((slot) => isFree(slot) && !passed.has(slot));
			if (free.length === 0) continue;
			if (own.has(desk)) {
				this.waits = this.waits.filter((other) => other !== entry);
				continue;
			}
			const slot = free.find((slot) => ![...own.values()].includes(slot));
			if (slot !== undefined)
				this.held.push({
					family,
					picks: [[desk, slot]],
					since: this.now,
					until: this.now + WAITING_MINUTES,
					offer: true,
				});
		}
	}

	state(): unknown {
		return {
			booked: this.booked
				.flatMap((own, family) => [...own].map(([desk, slot]) => `${family} at ${desk}.${slot}`))
				.sort(),
			held: this.active()
				.flatMap(({ family, picks, offer }) =>
					picks.map(([desk, slot]) => `${family} ${offer ? 'offered' : 'holds'} ${desk}.${slot}`),
				)
				.sort(),
		};
	}
}

const family = fc.nat(FAMILIES - 1);
const desk = fc.nat(DESKS - 1);
const picks = fc.uniqueArray(fc.tuple(desk, fc.nat(SLOTS - 1)), {
	minLength: 1,
	maxLength: 3,
	selector: ([desk]) => desk,
});
const acts: fc.Arbitrary<Act> = fc.oneof(
	{
		weight: 4,
		arbitrary: fc.record({
			act: fc.constantFrom('book', 'hold', 'change'),
			family,
			picks,
		}) as fc.Arbitrary<Act>,
	},
	{
		weight: 2,
		arbitrary: fc.record({
			act: fc.constantFrom('cancel', 'join'),
			family,
			desk,
		}) as fc.Arbitrary<Act>,
	},
	{
		weight: 2,
		arbitrary: fc.record({
			act: fc.constantFrom('give-back', 'undo'),
			family,
		}) as fc.Arbitrary<Act>,
	},
	{
		weight: 1,
		arbitrary: fc.record({
			act: fc.constant('wait'),
			minutes: fc.integer({ min: 1, max: 9 }),
		}) as fc.Arbitrary<Act>,
	},
	{
		weight: 2,
		arbitrary: fc.record({
			act: fc.constantFrom('block', 'unblock'),
			pick: fc.tuple(desk, fc.nat(SLOTS - 1)),
		}) as fc.Arbitrary<Act>,
	},
	{
		weight: 2,
		arbitrary: fc.record({
			act: fc.constant('swap'),
			desk,
			one: family,
			other: family,
		}) as fc.Arbitrary<Act>,
	},
	{ weight: 2, arbitrary: fc.constant<Act>({ act: 'tend' }) },
);

let app: App;
let school: SmallSchool;
let slots: string[][];
let wishes: string[][];

beforeAll(async () => {
	app = await freshApp();
	school = await smallSchool(app, {
		families: FAMILIES,
		desks: DESKS,
		hours: [{ date: '2026-12-03', start: 960, end: 960 + 10 * SLOTS }],
	});
	await app.db.update(conference).set({
		rules: { ...usualRules, waitingMinutes: WAITING_MINUTES },
		version: sql`version + 1`,
	});
	slots = await Promise.all([...Array(DESKS).keys()].map((desk) => school.slots(desk)));
	wishes = await Promise.all(
		[...Array(FAMILIES).keys()].map((family) =>
			Promise.all([...Array(DESKS).keys()].map((desk) => school.wish(family, desk))),
		),
	);
});

/** The program at a standstill but for the model's own clock. */
function at(minutes: number): App {
	return { ...app, clock: { now: () => BASE + minutes * MINUTE } };
}
const BASE = Date.parse('2026-11-24T15:00:00Z');

async function perform(
	model: Model,
	act: Act,
	lastActs: Map<number, string>,
): Promise<boolean | null> {
	const here = at(model.now);
	const of = (family: number) => ({
		conferenceId: school.conference,
		familyId: school.families[family]!.id,
		key: newId(here.clock),
	});
	const actor = (family: number) => school.families[family]!.actor;
	switch (act.act) {
		case 'book':
		case 'hold':
		case 'change': {
			const request = {
				...of(act.family),
				appointments: act.picks.map(([desk, slot]) => ({
					slot: slots[desk]![slot]!,
					wishes: [wishes[act.family]![desk]!],
				})),
			};
			const run = { book: bookVisit, hold: holdVisit, change: changeVisit }[act.act];
			return (await run(here, actor(act.family), request)).ok;
		}
		case 'cancel': {
			const rows = await app.db.execute<{ id: string }>(sql`
				select id from appointment where family_id = ${school.families[act.family]!.id}
					and desk_id = ${school.desks[act.desk]} and standing = 'booked'`);
			const cancel = rows.map(({ id }) => id);
			const result = await cancelAppointments(here, actor(act.family), {
				...of(act.family),
				cancel,
			});
			return result.ok;
		}
		case 'give-back':
			return (await giveBack(here, actor(act.family), of(act.family))).ok;
		case 'join':
			return (
				await joinWaitingList(here, actor(act.family), {
					...of(act.family),
					wish: wishes[act.family]![act.desk]!,
				})
			).ok;
		case 'undo': {
			const id = lastActs.get(act.family);
			return id === undefined
				? false
				: (await undoVisitAct(here, school.organiser, { act: id })).ok;
		}
		case 'block':
		case 'unblock': {
			const request = {
				conferenceId: school.conference,
				key: newId(here.clock),
				slots: [slots[act.pick[0]]![act.pick[1]]!],
			};
			return act.act === 'block'
				? (await blockSeats(here, school.organiser, { ...request, reason: 'A concert' })).ok
				: (await unblockSeats(here, school.organiser, request)).ok;
		}
		case 'swap': {
			const [one, other] = await Promise.all(
				[act.one, act.other].map(async (family) => {
					const [row] = await app.db.execute<{ id: string }>(sql`
						select id from appointment where family_id = ${school.families[family]!.id}
							and desk_id = ${school.desks[act.desk]} and standing = 'booked'`);
					return row?.id ?? newId(here.clock);
				}),
			);
			const swapped = await swapAppointments(here, school.organiser, {
				conferenceId: school.conference,
				key: newId(here.clock),
				one: one!,
				other: other!,
			});
			return swapped.ok;
		}
		case 'wait':
			return true;
		case 'tend':
			await tend(here);
			return true;
	}
}

async function stateOf(now: number): Promise<unknown> {
	const families = new Map(school.families.map(({ id }, index) => [id, index]));
	const places = new Map(
		slots.flatMap((own, desk) => own.map((id, slot) => [id, `${desk}.${slot}`])),
	);
	const booked = await app.db.execute<{ family: string; slot: string }>(sql`
		select family_id as family, slot_id as slot from appointment join taken_slot on appointment_id = id
		where standing in ('asked', 'booked')`);
	const held = await app.db.execute<{ family: string; slot: string; kind: string }>(sql`
		select family_id as family, occupancy as slot, hold.kind from hold join claim on hold_id = hold.id and claim.kind = 'desk'
		where until > ${new Date(BASE + now * MINUTE).toISOString()}`);
	return {
		booked: booked
			.map(({ family, slot }) => `${families.get(family)} at ${places.get(slot)}`)
			.sort(),
		held: held
			.map(
				({ family, slot, kind }) =>
					`${families.get(family)} ${kind === 'waiting' ? 'offered' : 'holds'} ${places.get(slot)}`,
			)
			.sort(),
	};
}

it('agree with a simple model, act by act', async () => {
	let performed = 0;
	const seats = await seatsInParts(app, school.conference);
	await fc.assert(
		fc.asyncProperty(fc.array(acts, { minLength: 40, maxLength: 60 }), async (history) => {
			await app.db.execute(sql`truncate appointment, hold, waiting, claim, act cascade`);
			await app.db.execute(sql`update slot set blocked_at = null, blocked_for = null`);
			seats.startAnew();
			const model = new Model();
			const lastActs = new Map<number, string>();
			for (const act of history) {
				const before = await app.db.execute<{ count: number }>(
					sql`select count(*)::int as count from act`,
				);
				const done = await perform(model, act, lastActs);
				const expected = model.apply(act);
				expect({ act, done }).toEqual({ act, done: expected });
				expect({ act, ...((await stateOf(model.now)) as object) }).toEqual({
					act,
					...(model.state() as object),
				});
				const { told, parts, whole } = await seats.at(BASE + model.now * MINUTE);
				expect({ act, parts }).toEqual({ act, parts: whole });
				expect(told).not.toBe('any');
				performed++;
				if (act.act === 'swap' && done)
					for (const family of [act.one, act.other]) lastActs.delete(family);
				if ('family' in act && ['book', 'change', 'cancel', 'undo'].includes(act.act)) {
					const [row] = await app.db.execute<{ id: string; count: number }>(sql`
						select id, (select count(*)::int from act) as count from act
						where kind like 'visit.%' order by id desc limit 1`);
					if (act.act === 'undo') {
						if (done) lastActs.delete(act.family);
					} else if (row && row.count > before[0]!.count) lastActs.set(act.family, row.id);
				}
			}
		}),
		{ numRuns: RUNS, seed: 1975, endOnFailure: true },
	);
	await seats.close();
	expect(performed).toBeGreaterThan(RUNS * 35);
}, 600_000);
