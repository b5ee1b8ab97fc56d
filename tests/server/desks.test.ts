import { and, eq, isNull, sql } from 'drizzle-orm';
import { describe, expect, it } from 'vitest';
import { findClashes } from '$lib/core/clashes/find-clashes';
import type { DeskPlan, PlannedPlace, SeriesPlan } from '$lib/core/desks/desk-plan';
import { bookVisit } from '$lib/server/visits/change-visit';
import { copyConference, peopleWhoLeft } from '$lib/server/conferences/copy-conference';
import { basicsOf, saveBasics } from '$lib/server/conferences/save-basics';
import { loadSnapshot } from '$lib/server/conferences/load-snapshot';
import { publishConference } from '$lib/server/conferences/change-conference';
import {
	appointment,
	claim,
	conference,
	deskPerson,
	person,
	place,
	sitting,
	slot,
	wish,
	wishDesk,
} from '$lib/server/foundation/database/schema';
import { postgresError } from '$lib/server/foundation/database/errors';
import { readDeskBoard } from '$lib/server/desks/desk-board';
import { loadPlans } from '$lib/server/desks/load-plans';
import { changeOwnDesk, openProposals, settleProposal } from '$lib/server/desks/proposals';
import { savePlans } from '$lib/server/desks/save-plans';
import { keepSlot, slotsToSettle } from '$lib/server/desks/to-settle';
import { addBlock } from '$lib/server/calendars/change-calendars';
import { teacherConferences } from '$lib/server/day/teacher-day';
import { ForbiddenError } from '$lib/server/foundation/forbidden';
import { listRooms, saveRooms } from '$lib/server/rooms/rooms';
import { familyView } from '$lib/server/visits/family-view';
import { addDesk } from './add-desk';
import { visitCalendar } from '$lib/server/visits/visit-calendar';
import { visitCalendarWords } from '$lib/server/visits/visit-calendar-words';
import { freshApp } from './database';
import { smallSchool, type SmallSchool } from './small-school';
import { done, refused } from './done';

type App = Awaited<ReturnType<typeof freshApp>>;

const MINUTE = 60_000;
/** The first slot of the small school's desks: 16:00 in Halifax. */
const FIRST = Date.parse('2026-12-03T20:00:00Z');
const room = (name: string): PlannedPlace => ({ kind: 'room', room: name, building: 'House' });

async function plansOf(app: App, school: SmallSchool): Promise<DeskPlan[]> {
	return loadPlans(app.db, school.conference);
}
async function change(app: App, school: SmallSchool, base: DeskPlan, plan: DeskPlan | null) {
	const saved = await savePlans(app, school.organiser, {
		conferenceId: school.conference,
		changes: [{ base, plan }],
	});
	return done(saved).outcomes[0]!;
}
const withSeries = (plan: DeskPlan, part: Partial<SeriesPlan>): DeskPlan => ({
	...plan,
	series: plan.series.map((series) => ({ ...series, ...part })),
});
const personsOf = async (app: App, deskId: string) =>
	(await app.db.select().from(deskPerson).where(eq(deskPerson.deskId, deskId))).map(
		({ personId }) => personId,
	);

describe('saving desks', () => {
	it('what a desk says stands where families choose, and in their calendar', async () => {
		const app = await freshApp();
		const school = await smallSchool(app, { families: 1, desks: 2 });
		const [family] = school.families;
		const [base] = await plansOf(app, school);
		await change(app, school, base!, { ...base!, words: ' Bring the atlas. ' });
		done(await bookVisit(app, family!.actor, await school.request(0, [[0, 0]])));
		const view = await familyView(app, family!.actor, school.conference, family!.id);
		expect(view.desks.map(({ words }) => words)).toEqual(['Bring the atlas.', '']);
		const words = visitCalendarWords(view);
		expect(visitCalendar({ view, ended: [] }, app.clock.now(), words)).toContain(
			'Bring the atlas.',
		);
	});

	it('lays changes over what is there, and tells what both set', async () => {
		const app = await freshApp();
		const school = await smallSchool(app, { families: 0, desks: 1 });
		const [base] = await plansOf(app, school);
		await change(app, school, base!, { ...base!, subject: 'Theirs' });
		const mine = await change(app, school, base!, { ...base!, subject: 'Mine', forAll: true });
		expect(mine).toMatchObject({ plan: { subject: 'Theirs', forAll: true }, faults: [] });
		expect(mine.collisions).toEqual([{ path: 'subject', mine: 'Mine', theirs: 'Theirs' }]);
		// The same request again changes nothing more.
		const before = await loadSnapshot(app.db, school.conference);
		expect(await change(app, school, mine.plan!, mine.plan!)).toMatchObject({ collisions: [] });
		expect(await loadSnapshot(app.db, school.conference)).toBe(before);
	});

	it('keeps the good ones of many, and says of the others why not', async () => {
		const app = await freshApp();
		const school = await smallSchool(app, { families: 1, desks: 3 });
		await bookVisit(app, school.families[0]!.actor, await school.request(0, [[2, 0]]));
		const [first, second, third] = await plansOf(app, school);
		const saved = await savePlans(app, school.organiser, {
			conferenceId: school.conference,
			changes: [
				{ base: first!, plan: { ...first!, name: 'Renamed' } },
				{ base: second!, plan: withSeries(second!, { seats: 0 }) },
				{ base: third!, plan: null },
			],
		});
		expect(
			done(saved).outcomes.map(({ plan, faults, refusal }) => [
				plan?.name,
				faults[0]?.code,
				refusal,
			]),
		).toEqual([
			['Renamed', undefined, null],
			['Teacher 1', 'seats-wrong', null],
			['Teacher 2', undefined, 'has-appointments'],
		]);
		await expect(
			savePlans(app, school.families[0]!.actor, {
				conferenceId: school.conference,
				changes: [{ base: null, plan: first! }],
			}),
		).rejects.toThrow(ForbiddenError);
	});

	it('moves on with the claims: a longer gap is kept, where nothing is in its way', async () => {
		const app = await freshApp();
		const school = await smallSchool(app, { families: 2, desks: 1 });
		await bookVisit(app, school.families[0]!.actor, await school.request(0, [[0, 0]]));
		const [base] = await plansOf(app, school);
		await change(
			app,
			school,
			base!,
			withSeries(base!, { division: { slotMinutes: 10, gapMinutes: 5, longGap: null } }),
		);
		const claims = await app.db.select().from(claim);
		expect(claims.map(({ kind, endsAt }) => [kind, (endsAt - FIRST) / MINUTE]).sort()).toEqual([
			['adult', 10],
			['desk', 15],
			['person', 15],
		]);
	});

	it('lists booked slots that fit no longer, and keeps one at its time', async () => {
		const app = await freshApp();
		const school = await smallSchool(app, { families: 2, desks: 1 });
		const slots = await school.slots(0);
		await bookVisit(app, school.families[0]!.actor, await school.request(0, [[0, 1]]));
		await bookVisit(app, school.families[1]!.actor, await school.request(1, [[0, 7]]));
		const [base] = await plansOf(app, school);
		const moved = await change(
			app,
			school,
			base!,
			withSeries(base!, {
				when: { kind: 'once', date: '2026-12-03' as const, start: 960, end: 990 },
			}),
		);
		expect((await slotsToSettle(app, school.conference)).map(({ slot }) => slot)).toEqual([
			slots[7],
		]);
		expect(
			await keepSlot(app, school.organiser, { conferenceId: school.conference, slot: slots[7]! }),
		).toEqual({ ok: true });
		expect(await slotsToSettle(app, school.conference)).toEqual([]);
		expect(await school.slots(0)).toEqual([...slots.slice(0, 3), slots[7]]);
		expect(
			await keepSlot(app, school.organiser, { conferenceId: school.conference, slot: slots[7]! }),
		).toEqual(refused('settled'));
		// Undone over what there is now: everything fits again, nothing was lost on the way.
		const [now] = await plansOf(app, school);
		await change(app, school, moved.plan!, {
			...base!,
			series: [...base!.series, ...now!.series.slice(1)],
		});
		expect(await app.db.select().from(appointment)).toHaveLength(2);
		expect(await slotsToSettle(app, school.conference)).toEqual([]);
	});

	it('follows the conference’s hours without a clash with hours of its own', async () => {
		const app = await freshApp();
		const school = await smallSchool(app, { families: 0, desks: 1 });
		const [base] = await plansOf(app, school);
		const own: SeriesPlan = {
			...base!.series[0]!,
			id: '01890000-0000-7000-8000-000000000001',
			when: { kind: 'once', date: '2026-12-03' as const, start: 1060, end: 1090 },
		};
		await change(app, school, base!, { ...base!, series: [...base!.series, own] });
		const [row] = await app.db.select().from(conference);
		const seen = basicsOf(row!);
		const longer = { ...seen, hours: [{ date: '2026-12-03' as const, start: 960, end: 1120 }] };
		expect(
			await saveBasics(app, school.organiser, {
				conferenceId: school.conference,
				base: seen,
				mine: longer,
			}),
		).toMatchObject({
			faults: [],
		});
		expect(await app.db.select().from(sitting)).toHaveLength(3);
		expect(await school.slots(0)).toHaveLength(10 + 3 + 3);
	});
});

describe('rooms', () => {
	it('give each sitting a space for its whole length, and never the same to two', async () => {
		const app = await freshApp();
		const school = await smallSchool(app, { families: 0, desks: 0 });
		for (const name of ['One', 'Two', 'Three'])
			await addDesk(app, school.organiser, school.conference, {
				people: [name],
				places: [room('Puffin')],
			});
		const spaces = async () =>
			(await app.db.select().from(sitting)).map(({ space }) => space).sort();
		expect(await spaces()).toEqual([1, null, null]);
		const board = await readDeskBoard(app, school.organiser, school.conference);
		expect(board.rooms).toMatchObject([{ name: 'Puffin', spaces: 1 }]);

		const entries = await listRooms(app.db, school.organiser);
		const puffin = entries.find((entry) => entry.kind === 'room')!;
		const set = async (part: object) =>
			done(
				await saveRooms(app, school.organiser, {
					changes: [{ base: puffin, entry: { ...puffin, ...part } }],
				}),
			).outcomes;
		expect(await set({ spaces: 3 })).toMatchObject([{ fault: null, entry: { spaces: 3 } }]);
		expect(await spaces()).toEqual([1, 2, 3]);
		await saveRooms(app, school.organiser, {
			changes: [
				{
					base: { ...puffin, spaces: 3 } as typeof puffin,
					entry: { ...puffin, spaces: 2 } as typeof puffin,
				},
			],
		});
		expect(await spaces()).toEqual([1, 2, null]);
		// The database by itself.
		await expect(app.db.update(sitting).set({ space: 1 })).rejects.toSatisfy(
			(error) => postgresError(error)?.code === '23P01',
		);
		await expect(app.db.update(sitting).set({ space: 9 })).rejects.toSatisfy(
			(error) => postgresError(error)?.code === '23514',
		);
	});

	it('are edited field by field, and not removed while a desk is in them', async () => {
		const app = await freshApp();
		const school = await smallSchool(app, { families: 0, desks: 2 });
		const entries = await listRooms(app.db, school.organiser);
		const [building] = entries.filter((entry) => entry.kind === 'building');
		const [first, second] = entries.filter((entry) => entry.kind === 'room');
		const saved = await saveRooms(app, school.organiser, {
			changes: [
				{ base: first!, entry: null },
				{ base: building!, entry: null },
				{
					base: second!,
					entry: { ...second!, name: (first as { name: string }).name } as typeof second & object,
				},
				{ base: second!, entry: { ...second!, stepFree: false } as typeof second & object },
				{
					base: null,
					entry: {
						kind: 'building',
						id: '01890000-0000-7000-8000-000000000001',
						name: 'Wing',
						insideMinutes: 2,
					},
				},
				{
					base: null,
					entry: {
						kind: 'walk',
						from: (building as { id: string }).id,
						to: '01890000-0000-7000-8000-000000000001',
						minutes: 61,
					},
				},
				{
					base: null,
					entry: {
						kind: 'walk',
						from: (building as { id: string }).id,
						to: '01890000-0000-7000-8000-000000000001',
						minutes: 4,
					},
				},
			],
		});
		expect(done(saved).outcomes.map(({ fault }) => fault)).toEqual([
			'in-use',
			'in-use',
			'name-taken',
			null,
			null,
			'minutes-wrong',
			null,
		]);
		const { walks } = await loadSnapshot(app.db, school.conference);
		expect(walks.map(({ from, to, minutes }) => [from === to, minutes]).sort()).toEqual([
			[false, 4],
			[true, 2],
		]);
		await expect(saveRooms(app, { kind: 'helper', account: 'x' }, { changes: [] })).rejects.toThrow(
			ForbiddenError,
		);
	});
});

describe('a pool', () => {
	async function poolOf(people: readonly string[]) {
		const app = await freshApp();
		const school = await smallSchool(app, { families: 6, desks: 1 });
		const id = await addDesk(app, school.organiser, school.conference, {
			people,
			role: 'any',
			forAll: true,
			places: [room('Hall')],
		});
		await publishConference(app, school.organiser, { conferenceId: school.conference });
		const slots = (await loadSnapshot(app.db, school.conference)).slots.filter(
			({ desk }) => desk === id,
		);
		const wishOf = async (family: number) => {
			const [row] = await app.db
				.select({ id: wish.id })
				.from(wish)
				.innerJoin(wishDesk, and(eq(wishDesk.wishId, wish.id), eq(wishDesk.deskId, id)))
				.where(eq(wish.familyId, school.families[family]!.id));
			return row!.id;
		};
		const book = async (family: number, index: number, who?: string) =>
			bookVisit(app, school.families[family]!.actor, {
				conferenceId: school.conference,
				familyId: school.families[family]!.id,
				key: `${family}-${index}-${who ?? ''}`,
				appointments: [
					{
						slot: slots[index]!.id,
						wishes: [await wishOf(family)],
						...(who ? { person: who } : {}),
					},
				],
			});
		const receivers = async () =>
			(await app.db.select().from(appointment).orderBy(appointment.id)).map(
				({ receiverId }) => receiverId,
			);
		return { app, school, id, slots, book, receivers, persons: (await personsOf(app, id)).sort() };
	}

	it('gives six families at once for three people exactly three, each another person', async () => {
		const { book, receivers, slots, persons } = await poolOf(['A', 'B', 'C']);
		expect(slots[0]!.seats).toBe(3);
		const results = await Promise.all([0, 1, 2, 3, 4, 5].map((family) => book(family, 0)));
		expect(results.filter(({ ok }) => ok)).toHaveLength(3);
		expect((await receivers()).sort()).toEqual(persons);
	});

	it('gives the least busy one who is free, and counts what people do elsewhere', async () => {
		const { app, school, book, receivers, persons } = await poolOf(['Teacher 0', 'B']);
		const [busy] = await personsOf(app, school.desks[0]!);
		const other = persons.find((id) => id !== busy)!;
		await bookVisit(app, school.families[5]!.actor, await school.request(5, [[0, 0]]));
		expect(await book(0, 0)).toMatchObject({ ok: true });
		expect(await book(1, 0)).toMatchObject({ ok: false, conflicts: [{ code: 'taken' }] });
		// Both have one by now: the first by id.
		expect(await book(1, 2)).toMatchObject({ ok: true });
		expect(await book(2, 4)).toMatchObject({ ok: true });
		expect((await receivers()).slice(1)).toEqual([other, persons[0], persons[1]]);
	});

	it('lets the family pick, where it may, and never somebody who is taken', async () => {
		const { app, school, id, book, receivers, persons } = await poolOf(['A', 'B']);
		expect(await book(0, 0, persons[1])).toMatchObject({ ok: true });
		const base = (await plansOf(app, school)).find((plan) => plan.id === id)!;
		await change(app, school, base, { ...base, familyPicks: true });
		expect(await book(1, 1, persons[1])).toMatchObject({ ok: true });
		expect(await book(2, 1, persons[1])).toMatchObject({
			ok: false,
			conflicts: [{ code: 'taken' }],
		});
		expect(await book(2, 1, persons[0])).toMatchObject({ ok: true });
		expect(await receivers()).toEqual([persons[0], persons[1], persons[0]]);
	});
});

describe('a date that is added later', () => {
	it('takes no room that is in use then: the desk has none on that date until it gets one', async () => {
		const app = await freshApp();
		const school = await smallSchool(app, { families: 1, desks: 1 });
		const friday = { date: '2026-12-04' as const, start: 960, end: 1060 };
		const room = { kind: 'room' as const, room: 'Room 0', building: 'House' };
		const own = await addDesk(app, school.organiser, school.conference, {
			people: ['Somebody Else'],
			places: [room],
			series: { when: { kind: 'once', ...friday } },
		});
		const [row] = await app.db.select().from(conference);
		const basics = basicsOf(row!);
		const hours = [...basics.hours, friday];
		await saveBasics(app, school.organiser, {
			conferenceId: school.conference,
			base: basics,
			mine: { ...basics, hours },
		});
		const sittings = await app.db.select().from(sitting).orderBy(sitting.startsAt);
		const onFriday = sittings.filter(({ localDate }) => localDate === friday.date);
		expect(onFriday.map(({ deskId, roomId }) => [deskId, roomId !== null])).toEqual(
			expect.arrayContaining([
				[own, true],
				[school.desks[0], false],
			]),
		);
		const [thursday] = sittings.filter(({ deskId }) => deskId === school.desks[0]);
		expect(thursday!.roomId).not.toBeNull();
		expect(sittings.filter(({ roomId, space }) => roomId && space === null)).toEqual([]);
	});
});

describe('who receives', () => {
	it('changes hands with a substitute, appointments and all, unless that one is taken', async () => {
		const app = await freshApp();
		const school = await smallSchool(app, { families: 2, desks: 2 });
		await bookVisit(app, school.families[0]!.actor, await school.request(0, [[0, 0]]));
		const [first] = await plansOf(app, school);
		const [absent] = await personsOf(app, school.desks[0]!);
		const [other] = await personsOf(app, school.desks[1]!);
		const standIn = (person: string): DeskPlan => ({
			...first!,
			substitutes: [{ date: '2026-12-03' as const, absent: absent!, person }],
		});
		expect(await change(app, school, first!, standIn(other!))).toMatchObject({ refusal: null });
		const things = async () =>
			(await app.db.select().from(claim).where(eq(claim.kind, 'person'))).map(({ thing }) => thing);
		expect(await things()).toEqual([other]);
		const day = async (id: string) =>
			(await teacherConferences(app, school.organiser, id)).flatMap(({ dates }) =>
				dates.flatMap(({ lines }) => lines.filter(({ seated }) => seated.length)),
			);
		expect(await day(other!)).toHaveLength(1);
		expect(await day(absent!)).toHaveLength(0);

		// Back, and then the other has a family of the own at that time.
		await change(app, school, standIn(other!), first!);
		expect(await things()).toEqual([absent]);
		await bookVisit(app, school.families[1]!.actor, await school.request(1, [[1, 0]]));
		expect(await change(app, school, first!, standIn(other!))).toMatchObject({
			refusal: 'person-taken',
			plan: { substitutes: [] },
		});
		expect((await things()).sort()).toEqual([absent, other].sort());
	});

	it('is all of a joint desk: what one has to do closes it for both', async () => {
		const app = await freshApp();
		const school = await smallSchool(app, { families: 1, desks: 1 });
		const [base] = await plansOf(app, school);
		const [second] = await personsOf(
			app,
			await addDesk(app, school.organiser, school.conference, { people: ['Second'] }),
		);
		await change(app, school, base!, {
			...base!,
			people: [...base!.people, { person: second!, role: 'all' }],
		});
		await addBlock(app, school.organiser, {
			person: second!,
			start: FIRST + 15 * MINUTE,
			end: FIRST + 25 * MINUTE,
			allDay: false,
		});
		const view = await familyView(
			app,
			school.families[0]!.actor,
			school.conference,
			school.families[0]!.id,
		);
		expect(view.slots.filter(({ desk }) => desk === base!.id).map(({ free }) => free)).toEqual([
			true,
			false,
			false,
			...Array(7).fill(true),
		]);
		expect(
			await bookVisit(app, school.families[0]!.actor, await school.request(0, [[0, 2]])),
		).toMatchObject({ ok: false });
		expect(
			await bookVisit(app, school.families[0]!.actor, await school.request(0, [[0, 3]])),
		).toMatchObject({ ok: true });
		// The database by itself: nobody is moved under a duty.
		const [taken] = await app.db
			.select()
			.from(slot)
			.where(
				and(
					eq(slot.deskId, base!.id),
					isNull(slot.detachedAt),
					eq(slot.startsAt, FIRST + 10 * MINUTE),
				),
			);
		await expect(
			app.db
				.update(claim)
				.set({
					occupancy: taken!.id,
					startsAt: taken!.startsAt,
					endsAt: taken!.endsAt,
					id: sql`gen_random_uuid()`,
				})
				.where(and(eq(claim.kind, 'person'), eq(claim.thing, second!))),
		).rejects.toSatisfy(
			(error) => postgresError(error)?.constraint_name === 'claim_not_in_busy_time',
		);
		// A duty that comes later lies over the appointment, and is told.
		await addBlock(app, school.organiser, {
			person: second!,
			start: FIRST + 30 * MINUTE,
			end: FIRST + 32 * MINUTE,
			allDay: false,
		});
		const board = await readDeskBoard(app, school.organiser, school.conference);
		const clashes = findClashes({
			sittings: [],
			conference: [],
			rooms: board.rooms,
			walks: board.walks,
			busy: board.busy,
			booked: board.booked,
			brought: board.brought,
		});
		expect(clashes).toMatchObject([
			{ code: 'busy-over-booked', person: second, start: FIRST + 30 * MINUTE },
		]);
	});
});

describe('where', () => {
	it('cannot be booked before there is a place, and each appointment has its own fresh link', async () => {
		const app = await freshApp();
		const school = await smallSchool(app, { families: 2, desks: 1 });
		const [base] = await plansOf(app, school);
		const bare = await change(app, school, base!, withSeries(base!, { places: [] }));
		expect(await school.slots(0)).toEqual([]);
		await change(
			app,
			school,
			bare.plan!,
			withSeries(base!, { places: [{ kind: 'video', link: null }, room('Tern')] }),
		);
		for (const family of [0, 1])
			await bookVisit(
				app,
				school.families[family]!.actor,
				await school.request(family, [[0, family]]),
			);
		const links = await Promise.all(
			school.families.map(
				async ({ actor, id }) =>
					(await familyView(app, actor, school.conference, id)).appointments[0]!.link!,
			),
		);
		expect(new Set(links).size).toBe(2);
		for (const link of links) expect(link).toMatch(/^https:\/\/video\.school\.example\/[\w-]{20}$/);
		// A room among the choices is held, though the usual place is a link.
		expect((await app.db.select().from(sitting)).map(({ space }) => space)).toEqual([1]);
		// Who chose the room stays there when the link goes.
		const [{ id: tern } = { id: '' }] = await app.db
			.select()
			.from(place)
			.where(eq(place.name, 'Tern'));
		await app.db
			.update(appointment)
			.set({ placeId: tern })
			.where(eq(appointment.familyId, school.families[1]!.id));
		const [now] = await plansOf(app, school);
		await change(app, school, now!, withSeries(now!, { places: [room('Tern')] }));
		expect((await app.db.select().from(appointment)).map(({ placeId }) => placeId)).toEqual([
			tern,
			tern,
		]);
	});
});

describe('a teacher’s own desk', () => {
	it('is changed, proposed or only seen, as the office allows', async () => {
		const app = await freshApp();
		const school = await smallSchool(app, { families: 0, desks: 2 });
		const [base] = await plansOf(app, school);
		const [own] = await personsOf(app, school.desks[0]!);
		const [stranger] = await personsOf(app, school.desks[1]!);
		const teacher = { kind: 'teacher' as const, person: own! };
		const wanted = (start: number) => ({
			base: base!,
			note: 'I have a bus.',
			plan: {
				...withSeries(base!, {
					when: { kind: 'once', date: '2026-12-03' as const, start, end: 1060 },
				}),
				name: 'Somebody Else',
				forAll: true,
				rules: { ...base!.rules, perDay: 1 },
				words: 'Bring the portfolio.',
			},
		});
		const allow = async (teachersMay: 'propose' | 'change') =>
			app.db.update(conference).set({ teachersMay });
		await expect(changeOwnDesk(app, teacher, { person: own!, ...wanted(970) })).rejects.toThrow(
			ForbiddenError,
		);
		await allow('propose');
		await expect(
			changeOwnDesk(
				app,
				{ kind: 'teacher', person: stranger! },
				{ person: stranger!, ...wanted(970) },
			),
		).rejects.toThrow(ForbiddenError);
		expect(await changeOwnDesk(app, teacher, { person: own!, ...wanted(1070) })).toMatchObject({
			reason: 'faults',
			faults: [{ code: 'end-before-start' }],
		});
		await changeOwnDesk(app, teacher, { person: own!, ...wanted(1000) });
		expect(await changeOwnDesk(app, teacher, { person: own!, ...wanted(970) })).toEqual({
			ok: true,
			became: 'proposed',
		});
		expect(await school.slots(0)).toHaveLength(10);
		const proposals = await openProposals(app.db, school.conference);
		expect(proposals).toMatchObject([{ by: 'Teacher 0', note: 'I have a bus.' }]);
		await settleProposal(app, school.organiser, { proposal: proposals[0]!.id, accept: true });
		expect(await school.slots(0)).toHaveLength(9);
		expect(await openProposals(app.db, school.conference)).toEqual([]);
		await allow('change');
		expect(
			await changeOwnDesk(app, teacher, {
				person: own!,
				...wanted(980),
				base: (await plansOf(app, school))[0]!,
			}),
		).toEqual({ ok: true, became: 'changed' });
		expect(await school.slots(0)).toHaveLength(8);
		// Name, people, rules and whom it is open to are the office's; the words are the teacher's own.
		expect((await plansOf(app, school))[0]).toMatchObject({
			name: 'Teacher 0',
			forAll: false,
			rules: { perDay: null },
			words: 'Bring the portfolio.',
		});
	});
});

describe('an earlier conference', () => {
	it('is the start of the next: hours, desks and places on new dates, without those who left', async () => {
		const app = await freshApp();
		const school = await smallSchool(app, { families: 1, desks: 2, gapMinutes: 2 });
		await bookVisit(app, school.families[0]!.actor, await school.request(0, [[0, 0]]));
		const [left] = await personsOf(app, school.desks[1]!);
		await app.db.update(person).set({ leftAt: app.clock.now() }).where(eq(person.id, left!));
		expect(await peopleWhoLeft(app.db, school.conference)).toEqual([
			{ name: 'Teacher 1', desks: ['Teacher 1'] },
		]);
		const copy = await copyConference(app, school.organiser, {
			earlier: school.conference,
			name: 'Spring',
			dates: ['2027-03-18'],
		});
		expect(copy).toMatchObject({ ok: true, address: 'spring' });
		const id = copy.ok ? copy.id : '';
		const { slots, desks, conference: facts } = await loadSnapshot(app.db, id);
		expect(facts.publishedAt).toBeNull();
		expect(desks.map(({ people }) => people.length)).toEqual([1, 0]);
		// Sixteen o'clock, in summer time by then.
		expect([...new Set(slots.map(({ start }) => start))][0]).toBe(
			Date.parse('2027-03-18T19:00:00Z'),
		);
		expect(slots).toHaveLength(2 * 8);
		const before = await loadPlans(app.db, school.conference);
		const after = await loadPlans(app.db, id);
		expect(after.map(({ series }) => series[0]!.places)).toEqual(
			before.map(({ series }) => series[0]!.places),
		);
		expect(
			await copyConference(app, school.organiser, {
				earlier: school.conference,
				name: 'X',
				dates: [],
			}),
		).toEqual({ ok: false, reason: 'no-dates' });
		expect(
			await copyConference(app, school.organiser, {
				earlier: school.conference,
				name: ' ',
				dates: ['2027-03-18'],
			}),
		).toEqual({ ok: false, reason: 'no-name' });
	});
});
