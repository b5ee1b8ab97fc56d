// A family meets somebody who is none of its children's teachers, because the office says so.
import { and, eq, isNull, sql } from 'drizzle-orm';
import { expect, it } from 'vitest';
import { publishConference, withdrawConference } from '$lib/server/conferences/change-conference';
import { candidatesFor } from '$lib/server/floor/candidates-for';
import {
	familyStudent,
	hold,
	meetingException,
	waiting,
	wish,
} from '$lib/server/foundation/database/schema';
import { newId } from '$lib/server/foundation/identifiers';
import { setLeft } from '$lib/server/register/set-left';
import { mergeFamilies } from '$lib/server/register/rearrange-families';
import { bookVisit, cancelAppointments } from '$lib/server/visits/change-visit';
import { familySheet } from '$lib/server/visits/family-sheet';
import { offerSlots } from '$lib/server/visits/hold-visit';
import { addWish, removeWish } from '$lib/server/visits/meet-also';
import { joinWaitingList } from '$lib/server/visits/waiting-list';
import { freshApp } from './database';
import { done, refused } from './done';
import { smallSchool } from './small-school';

/** A family of which the second desk's teacher teaches nobody. */
async function withStranger({ families = 1 } = {}) {
	const app = await freshApp();
	const school = await smallSchool(app, { families, desks: 2 });
	const { organiser, conference } = school;
	const [family] = school.families;
	const [person] = await app.db.execute<{ id: string }>(
		sql`select person_id as id from desk_person where desk_id = ${school.desks[1]!}`,
	);
	const exception = { studentId: family!.student, personId: person!.id, meets: false };
	const again = async () => {
		await withdrawConference(app, organiser, { conferenceId: conference });
		await publishConference(app, organiser, { conferenceId: conference });
	};
	await app.db.insert(meetingException).values(exception);
	await again();
	const whose = { conferenceId: conference, familyId: family!.id };
	const wanted = { ...whose, student: family!.student, desk: school.desks[1]! };
	return {
		app,
		school,
		whose,
		wanted,
		add: () => addWish(app, organiser, wanted),
		remove: (id: string) => removeWish(app, organiser, { ...whose, wish: id }),
		sheet: async () => (await familySheet(app, organiser, conference, family!.id))!,
		/** Somebody says that the teacher teaches the student after all. */
		async teaches() {
			await app.db
				.delete(meetingException)
				.where(
					and(
						eq(meetingException.studentId, exception.studentId),
						eq(meetingException.personId, exception.personId),
					),
				);
			await again();
		},
		book: (slot: string, id: string) =>
			bookVisit(app, organiser, {
				...whose,
				key: newId(app.clock),
				appointments: [{ slot, wishes: [id] }],
			}),
	};
}

it('is added, booked, cancelled and taken off; what once was booked keeps what it was about', async () => {
	const { app, school, whose, add, remove, sheet, book } = await withStranger();
	const [slot] = await school.slots(1);
	expect((await sheet()).view.wishes).toHaveLength(1);
	const { wish: id } = done(await add());
	expect(await add()).toEqual(refused('wished'));
	expect((await sheet()).view.wishes.find((one) => one.id === id)).toMatchObject({
		askedBy: 'office',
		optional: false,
		placed: false,
	});

	const { appointments } = done(await book(slot!, id));
	expect(await remove(id)).toEqual(refused('booked'));
	const cancel = { ...whose, key: 'cancel', cancel: appointments };
	done(await cancelAppointments(app, school.organiser, cancel));
	done(await remove(id));
	expect(await remove(id)).toEqual(refused('unknown'));
	const { view, happened } = await sheet();
	expect(view.wishes).toHaveLength(1);
	expect(happened.happenings.map(({ kind }) => kind)).toEqual([
		'wish.removed',
		'visit.cancelled',
		'visit.booked',
		'wish.added',
	]);
	expect(done(await add()).wish).toBe(id);
});

it('goes with what waits and is offered for it', async () => {
	const { app, school, whose, add, remove } = await withStranger();
	const { wish: id } = done(await add());
	const [slot] = await school.slots(1);
	done(await joinWaitingList(app, school.organiser, { ...whose, wish: id }));
	done(
		await offerSlots(app, school.organiser, {
			...whose,
			key: 'offer',
			alternatives: [{ slot: slot!, wishes: [id] }],
			until: app.clock.now() + 3_600_000,
		}),
	);
	done(await remove(id));
	expect(await app.db.select().from(waiting)).toEqual([]);
	expect(await app.db.select().from(hold)).toEqual([]);
});

it('is one meeting when the teacher teaches the student later', async () => {
	const { app, add, teaches, sheet } = await withStranger();
	const { wish: id } = done(await add());
	await teaches();
	const { view } = await sheet();
	expect(view.wishes).toHaveLength(2);
	expect(view.wishes.map((one) => one.id)).toContain(id);
	const rows = await app.db.select().from(wish);
	expect(rows).toHaveLength(2);
});

it('goes when the student leaves the school', async () => {
	const { app, school, add, sheet, wanted } = await withStranger();
	done(await add());
	const leaves = { who: 'student', id: wanted.student, hasLeft: true } as const;
	done(await setLeft(app, school.organiser, leaves));
	expect((await sheet()).view.wishes).toEqual([]);
});

it.each([[[0]], [[1]], [[]], [[0, 1]]])(
	'stays once when two households that both got it become one; booked by those in %j',
	async (booked) => {
		const { app, school, wanted, sheet } = await withStranger({ families: 2 });
		const { organiser } = school;
		const [kept, gone] = school.families.map(({ id }) => id);
		const { student } = wanted;
		await app.db.insert(familyStudent).values({ familyId: gone!, studentId: student });
		const slots = await school.slots(1);
		const added: string[] = [];
		for (const [index, familyId] of [kept!, gone!].entries()) {
			const { wish: id } = done(await addWish(app, organiser, { ...wanted, familyId }));
			added.push(id);
			if (!booked.includes(index)) continue;
			const whose = { conferenceId: wanted.conferenceId, familyId, key: `booked ${index}` };
			const appointments = [{ slot: slots[index]!, wishes: [id] }];
			done(await bookVisit(app, organiser, { ...whose, appointments }));
		}
		done(await mergeFamilies(app, organiser, { kept: kept!, gone: gone! }));
		const { view } = await sheet();
		const stayed = await app.db
			.select({ id: wish.id })
			.from(wish)
			.where(and(eq(wish.source, 'by-hand'), isNull(wish.droppedAt)));
		expect(stayed).toEqual([{ id: added[booked[0] ?? 0] }]);
		expect(view.appointments).toHaveLength(booked.length);
	},
);

it('is for the family’s own students and the conference’s own desks, and for the office to say', async () => {
	const { app, school, whose, wanted } = await withStranger();
	const nobody = newId(app.clock);
	const { organiser } = school;
	expect(await addWish(app, organiser, { ...wanted, desk: nobody })).toEqual(refused('unknown'));
	expect(await addWish(app, organiser, { ...wanted, student: nobody })).toEqual(refused('unknown'));
	const [family] = school.families;
	await expect(addWish(app, family!.actor, wanted)).rejects.toThrow();
	const own = await app.db.select().from(wish);
	// What follows from a class is not for the office to take off here.
	expect(await removeWish(app, organiser, { ...whose, wish: own[0]!.id })).toEqual(
		refused('unknown'),
	);
});

it('is found for a free seat by a family’s name alone', async () => {
	const { app, school, whose, add } = await withStranger();
	const [slot] = await school.slots(1);
	const label = (await familySheet(app, school.organiser, whose.conferenceId, whose.familyId))!
		.label;
	const find = (text: string) =>
		candidatesFor(app, school.organiser, { conferenceId: school.conference, slot: slot!, text });
	expect(await find('')).toEqual([]);
	expect(await find(label)).toMatchObject([{ family: whose.familyId, wish: null, why: null }]);
	const { wish: id } = done(await add());
	expect(await find(label)).toMatchObject([{ family: whose.familyId, wish: id, why: null }]);
});
