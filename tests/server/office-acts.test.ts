// What the office does on the floor: blocking, swapping over families, giving seats, and taking all of it back.
import { eq } from 'drizzle-orm';
import { describe, expect, it } from 'vitest';
import type { Actor } from '$lib/core/permissions/may';
import type { App } from '$lib/server/app';
import { candidatesFor } from '$lib/server/floor/candidates-for';
import { findForOffice } from '$lib/server/floor/find-for-office';
import { readFloor } from '$lib/server/floor/read-floor';
import { readSeat } from '$lib/server/floor/read-seat';
import { swapsOf } from '$lib/server/floor/swaps-of';
import { addLastSlot, undoLastSlot } from '$lib/server/desks/add-last-slot';
import { claim, family, notice, slot } from '$lib/server/foundation/database/schema';
import { newId } from '$lib/server/foundation/identifiers';
import { readDoers, readHappened } from '$lib/server/happened/read-happened';
import { blockSeats, undoSeats, unblockSeats } from '$lib/server/seats/block-seats';
import { bookVisit } from '$lib/server/visits/change-visit';
import { familySheet } from '$lib/server/visits/family-sheet';
import { holdVisit, offerSlots } from '$lib/server/visits/hold-visit';
import { swapAppointments } from '$lib/server/visits/swap-appointments';
import { undoVisitAct } from '$lib/server/visits/undo-visit';
import { joinWaitingList } from '$lib/server/visits/waiting-list';
import { freshApp } from './database';
import { done, refused } from './done';
import { smallSchool, type SmallSchool } from './small-school';

async function floorOf(size: Parameters<typeof smallSchool>[1]) {
	const app = await freshApp();
	const school = await smallSchool(app, size);
	const book = async (who: number, picks: readonly (readonly [number, number])[]) =>
		done(await bookVisit(app, school.organiser, await school.request(who, picks)));
	const startsOf = async (who: number) => {
		const sheet = await familySheet(
			app,
			school.organiser,
			school.conference,
			school.families[who]!.id,
		);
		return sheet!.view.appointments.map(({ slots }) => slots[0]);
	};
	return { app, school, book, startsOf };
}

const block = (app: App, school: SmallSchool, slots: readonly string[], reason = 'A fire drill') =>
	blockSeats(app, school.organiser, {
		conferenceId: school.conference,
		key: newId(app.clock),
		slots,
		reason,
	});

const swap = (app: App, school: SmallSchool, one: string, other: string, actor?: Actor) =>
	swapAppointments(app, actor ?? school.organiser, {
		conferenceId: school.conference,
		key: newId(app.clock),
		one,
		other,
	});

describe('blocked seats', () => {
	it('cannot be booked, not even past the program; those that somebody has stay as they are', async () => {
		const { app, school, book } = await floorOf({ families: 2, desks: 1 });
		const slots = await school.slots(0);
		await book(0, [[0, 0]]);
		const blocked = done(await block(app, school, slots.slice(0, 3)));
		expect(blocked.slots).toEqual(slots.slice(1, 3));
		expect(await block(app, school, [slots[0]!])).toEqual(refused('taken'));

		const request = await school.request(1, [[0, 1]]);
		expect(await bookVisit(app, school.organiser, request)).toEqual({
			ok: false,
			reason: 'conflicts',
			conflicts: [{ slot: slots[1], code: 'taken' }],
		});
		const past = app.db.transaction(async (tx) => {
			const [known] = await tx.select().from(claim).where(eq(claim.kind, 'desk'));
			const { id: _, ...like } = known!;
			const [row] = await tx
				.select()
				.from(slot)
				.where(eq(slot.id, slots[1] as never));
			await tx.insert(claim).values({
				...like,
				id: newId(app.clock),
				occupancy: row!.id,
				startsAt: row!.startsAt,
				endsAt: row!.claimEndsAt,
			});
		});
		await expect(past).rejects.toMatchObject({ cause: { code: '23P01' } });

		const seat = await readSeat(app, school.organiser, school.conference, slots[1]!);
		expect(seat).toMatchObject({ state: 'blocked', blockedFor: 'A fire drill', seated: [] });
		done(
			await unblockSeats(app, school.organiser, {
				conferenceId: school.conference,
				key: 'open',
				slots: [slots[1]!],
			}),
		);
		done(await bookVisit(app, school.organiser, { ...request, key: 'again' }));
	});

	it('are taken back as they were; not when somebody has changed or taken one since', async () => {
		const { app, school, book } = await floorOf({ families: 1, desks: 1 });
		const [first, second] = (await school.slots(0)) as [string, string];
		const one = done(await block(app, school, [first, second], 'Away'));
		const other = done(await block(app, school, [second], 'Ill'));
		const undo = (act: string | null) => undoSeats(app, school.organiser, { act: act! });
		expect(await undo(one.act)).toEqual(refused('newer'));
		done(await undo(other.act));
		const seat = await readSeat(app, school.organiser, school.conference, second);
		expect(seat?.blockedFor).toBe('Away');
		const back = done(await undo(one.act));
		await book(0, [[0, 0]]);
		expect(await undo(back.act)).toEqual(refused('taken'));
		expect(await undo(one.act)).toEqual(refused('undone-before'));
		expect(await undo(newId(app.clock))).toEqual(refused('unknown'));
	});
});

describe('a swap', () => {
	it('gives each family the other’s time, tells both, and is taken back for both', async () => {
		const { app, school, book, startsOf } = await floorOf({ families: 2, desks: 1 });
		const [first, , third] = (await school.slots(0)) as [string, string, string];
		const [one] = (await book(0, [[0, 0]])).appointments;
		const [other] = (await book(1, [[0, 2]])).appointments;
		expect(await swapsOf(app, school.organiser, school.conference, one!)).toMatchObject([
			{ appointment: other, slot: third, family: 'Family 1' },
		]);
		await app.db.delete(notice);
		const swapped = done(await swap(app, school, one!, other!));
		expect([await startsOf(0), await startsOf(1)]).toEqual([[third], [first]]);
		const told = await app.db.select().from(notice).where(eq(notice.kind, 'changed'));
		expect(new Set(told.map(({ familyId }) => familyId))).toEqual(
			new Set(school.families.map(({ id }) => id)),
		);
		done(await undoVisitAct(app, school.organiser, { act: swapped.act! }));
		expect([await startsOf(0), await startsOf(1)]).toEqual([[first], [third]]);
	});

	it('that would break one of the visits changes nothing, and is not offered', async () => {
		const { app, school, book, startsOf } = await floorOf({ families: 2, desks: 2 });
		// The first family is at the other desk when the second one's time is.
		const mine = await book(0, [
			[0, 0],
			[1, 2],
		]);
		const [theirs] = (await book(1, [[0, 2]])).appointments;
		const sheet = await familySheet(
			app,
			school.organiser,
			school.conference,
			school.families[0]!.id,
		);
		const atFirst = sheet!.view.appointments.find(({ desk }) => desk === school.desks[0])!;
		expect(mine.appointments).toContain(atFirst.id);
		expect(await swapsOf(app, school.organiser, school.conference, atFirst.id)).toEqual([]);
		const before = [await startsOf(0), await startsOf(1)];
		expect(await swap(app, school, atFirst.id, theirs!)).toMatchObject({
			ok: false,
			reason: 'conflicts',
			conflicts: [{ code: 'overlaps-own' }],
		});
		expect([await startsOf(0), await startsOf(1)]).toEqual(before);
		expect(await swap(app, school, atFirst.id, atFirst.id)).toEqual(refused('unknown'));
	});

	it('many at once, each way round, end without a deadlock and without an overlap', async () => {
		const { app, school, book, startsOf } = await floorOf({ families: 4, desks: 1 });
		const ids: string[] = [];
		for (const who of [0, 1, 2, 3]) ids.push(...(await book(who, [[0, who]])).appointments);
		const pairs = ids.flatMap((one) =>
			ids.filter((other) => other !== one).map((other) => [one, other]),
		);
		const outcomes = await Promise.all(
			pairs.map(([one, other]) => swap(app, school, one!, other!)),
		);
		expect(outcomes.every(({ ok }) => ok)).toBe(true);
		const starts = await Promise.all([0, 1, 2, 3].map(startsOf));
		expect(new Set(starts.flat())).toEqual(new Set((await school.slots(0)).slice(0, 4)));
	});

	it('is for the office alone', async () => {
		const { app, school, book } = await floorOf({ families: 2, desks: 1 });
		const [one] = (await book(0, [[0, 0]])).appointments;
		const [other] = (await book(1, [[0, 1]])).appointments;
		const swapping = swap(app, school, one!, other!, school.families[0]!.actor);
		await expect(swapping).rejects.toMatchObject({ name: 'ForbiddenError' });
	});
});

describe('who could have a seat', () => {
	it('first who waits, in the list’s order; with what is against each; of typed words those who bear them', async () => {
		const { app, school, book } = await floorOf({ families: 3, desks: 2 });
		const slots = await school.slots(0);
		const wait = async (who: number) =>
			done(
				await joinWaitingList(app, school.families[who]!.actor, {
					conferenceId: school.conference,
					familyId: school.families[who]!.id,
					wish: await school.wish(who, 0),
				}),
			);
		await wait(2);
		// At the other desk at the same time.
		await book(0, [[1, 4]]);
		const found = await candidatesFor(app, school.organiser, {
			conferenceId: school.conference,
			slot: slots[4]!,
		});
		expect(found.map(({ label, why }) => [label, why])).toEqual([
			['Family 2', null],
			['Family 0', 'overlaps-own'],
			['Family 1', null],
		]);
		expect(found.map(({ waitsSince }) => waitsSince !== null)).toEqual([true, false, false]);
		const typed = await candidatesFor(app, school.organiser, {
			conferenceId: school.conference,
			slot: slots[4]!,
			text: 'family 1',
		});
		expect(typed).toMatchObject([{ label: 'Family 1', adults: ['Adult 1'] }]);
	});

	it('sees for whom it is kept, and an offer of several seats is one family’s to choose from', async () => {
		const { app, school } = await floorOf({ families: 2, desks: 1 });
		const [first, second, third] = (await school.slots(0)) as [string, string, string];
		const familyId = school.families[0]!.id;
		const wish = await school.wish(0, 0);
		const until = app.clock.now() + 60 * 60_000;
		done(
			await offerSlots(app, school.organiser, {
				conferenceId: school.conference,
				familyId,
				key: 'offer',
				alternatives: [first, second].map((slot) => ({ slot, wishes: [wish] })),
				until,
			}),
		);
		const held = await school.request(1, [[0, 2]]);
		done(await holdVisit(app, school.organiser, held));
		const kept = async (slot: string) =>
			(await readSeat(app, school.organiser, school.conference, slot))!.kept;
		expect(await kept(first)).toEqual([
			{ family: familyId, label: 'Family 0', kind: 'offer', until },
		]);
		expect(await kept(second)).toHaveLength(1);
		expect(await kept(third)).toMatchObject([{ label: 'Family 1', kind: 'hold' }]);
	});
});

describe('the floor', () => {
	it('opens at the first date that is not over, with who sits where', async () => {
		const { app, school, book } = await floorOf({ families: 1, desks: 2 });
		const floor = await readFloor(app, school.organiser, school.conference);
		expect(floor).toMatchObject({
			date: '2026-12-03',
			dates: [{ date: '2026-12-03', isOver: false }],
		});
		expect(floor.desks).toHaveLength(2);
		await book(0, [[1, 1]]);
		const after = await readFloor(app, school.organiser, school.conference);
		expect(after.desks[1]!.slots.slice(0, 3)).toMatchObject([
			{ taken: 0, state: 'free' },
			{ taken: 1, state: 'booked' },
			{ taken: 0, state: 'free' },
		]);
	});

	it('gets one more slot at the end of a desk, which is taken back while nobody has it', async () => {
		const { app, school, book } = await floorOf({ families: 1, desks: 1 });
		const before = await school.slots(0);
		const add = async () =>
			done(
				await addLastSlot(app, school.organiser, {
					conferenceId: school.conference,
					desk: school.desks[0]!,
					date: '2026-12-03',
				}),
			);
		const first = await add();
		const takeBack = (act: string) => undoLastSlot(app, school.organiser, { act });
		expect(await takeBack(first.act)).toMatchObject({ ok: true });
		expect(await school.slots(0)).toEqual(before);
		expect(await takeBack(first.act)).toEqual({ ok: false, reason: 'undone-before' });
		expect(await takeBack(newId(app.clock))).toEqual({ ok: false, reason: 'unknown' });
		const { start, act } = await add();
		const after = await school.slots(0);
		expect(after.slice(0, -1)).toEqual(before);
		const [last] = await app.db
			.select()
			.from(slot)
			.where(eq(slot.id, after.at(-1) as never));
		expect(last!.startsAt).toBe(start);
		await book(0, [[0, before.length]]);
		expect(await takeBack(act)).toEqual({ ok: false, reason: 'taken' });
	});

	it('finds families and desks by two letters, with a slip and without accents', async () => {
		const { app, school } = await floorOf({ families: 2, desks: 1 });
		await app.db
			.update(family)
			.set({ label: 'Etxeberría' })
			.where(eq(family.id, school.families[0]!.id as never));
		const find = async (text: string) =>
			(await findForOffice(app, school.organiser, school.conference, text)).map(({ name }) => name);
		expect(await find('et')).toEqual(['Etxeberría']);
		expect(await find('etxebaria')).toEqual(['Etxeberría']);
		expect(await find('teacher 0')).toEqual(['Teacher 0']);
		expect(await find('subject')).toEqual(['Teacher 0']);
		expect(await find('nobody')).toEqual([]);
	});
});

it('what happened tells who did what for whom, and what can be taken back', async () => {
	const { app, school, book } = await floorOf({ families: 2, desks: 1 });
	const slots = await school.slots(0);
	const booked = await book(0, [[0, 0]]);
	await book(1, [[0, 1]]);
	done(await block(app, school, [slots[3]!]));
	done(await undoVisitAct(app, school.organiser, { act: booked.act! }));
	const read = (of = {}) => readHappened(app, school.organiser, school.conference, of);
	const { happenings } = await read();
	expect(
		happenings
			.filter(({ kind }) => kind.startsWith('visit.') || kind.startsWith('seats.'))
			.map(({ kind, families, takingBack }) => [kind, families[0]?.label, takingBack]),
	).toEqual([
		['visit.undone', 'Family 0', 'possible'],
		['seats.blocked', undefined, 'possible'],
		['visit.booked', 'Family 1', 'possible'],
		['visit.booked', 'Family 0', 'undone'],
	]);
	expect(happenings[0]).toMatchObject({ who: { kind: 'office', name: 'Office' } });
	const ofOne = await read({ family: school.families[1]!.id });
	expect(ofOne.happenings.map(({ families }) => families[0]?.label)).toEqual(['Family 1']);
	const [office, ...others] = await readDoers(app, school.organiser, school.conference);
	expect([office?.name, others]).toEqual(['Office', []]);
	expect((await read({ by: office!.id })).happenings).toEqual(happenings);
	expect((await read({ by: newId(app.clock) })).happenings).toEqual([]);
	const first = await readHappened(app, school.organiser, school.conference, {}, 1);
	expect(first.older).toBe(first.happenings[0]!.id);
	const rest = await read({ olderThan: first.older! });
	expect(rest.happenings).toEqual(happenings.slice(1));
});
