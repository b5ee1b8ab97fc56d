import { eq } from 'drizzle-orm';
import type { Actor } from '$lib/core/permissions/may';
import type { Hours } from '$lib/core/slots/hours';
import type { App } from '$lib/server/app';
import { createConference, publishConference } from '$lib/server/conferences/change-conference';
import { loadSnapshot } from '$lib/server/conferences/load-snapshot';
import {
	adult,
	classTeacher,
	enrolment,
	family,
	familyAdult,
	familyStudent,
	school,
	schoolClass,
	student,
	wish,
	wishDesk,
} from '$lib/server/foundation/database/schema';
import { inTransaction } from '$lib/server/foundation/database/transaction';
import { newId } from '$lib/server/foundation/identifiers';
import { invite } from '$lib/server/invitations/visitors';
import { teacherNamed } from '$lib/server/register/teachers';
import type { VisitRequest } from '$lib/operations/visits';
import { addDesks } from './add-desk';
import { organiserOf } from './organiser-of';

export interface SmallFamily {
	readonly id: string;
	readonly adult: string;
	readonly student: string;
	readonly actor: Actor;
}

export interface SmallSchool {
	readonly organiser: Actor;
	readonly conference: string;
	readonly desks: readonly string[];
	readonly families: readonly SmallFamily[];
	/** Slot ids of a desk, in order of time. */
	slots(desk: number): Promise<string[]>;
	/** The family's wish for a desk. */
	wish(family: number, desk: number): Promise<string>;
	/** A request for slots, given as [desk, index of the slot]. */
	request(
		family: number,
		picks: readonly (readonly [number, number])[],
		key?: string,
	): Promise<VisitRequest>;
}

/** One class whose teachers all receive, and families with one student each in it. */
export async function smallSchool(
	app: App,
	size: { families: number; desks: number; hours?: Hours[]; gapMinutes?: number },
): Promise<SmallSchool> {
	const { db, clock } = app;
	const { account } = await organiserOf(app);
	const organiser: Actor = { kind: 'organiser', account };
	const families = await inTransaction(db, async (tx) => {
		const [{ schoolYear } = { schoolYear: '' }] = await tx.select().from(school);
		const classId = newId(clock);
		await tx.insert(schoolClass).values({ id: classId, schoolYear, label: 'Seven' });
		for (let desk = 0; desk < size.desks; desk++) {
			const personId = await teacherNamed(tx, clock, `Teacher ${desk}`);
			await tx.insert(classTeacher).values({ classId, personId, subject: `Subject ${desk}` });
		}
		const made = Array.from({ length: size.families }, () => ({
			id: newId(clock),
			adult: newId(clock),
			student: newId(clock),
		}));
		if (made.length === 0) return [];
		await tx.insert(family).values(made.map(({ id }, index) => ({ id, label: `Family ${index}` })));
		await tx
			.insert(adult)
			.values(
				made.map((one, index) => ({ id: one.adult, givenName: 'Adult', familyName: `${index}` })),
			);
		await tx
			.insert(familyAdult)
			.values(made.map((one) => ({ familyId: one.id, adultId: one.adult })));
		for (const one of made) await invite(tx, clock, { adultId: one.adult });
		await tx.insert(student).values(
			made.map((one, index) => ({
				id: one.student,
				givenName: 'Student',
				familyName: `${index}`,
				yearGroup: 'Grade 7',
			})),
		);
		await tx
			.insert(familyStudent)
			.values(made.map((one) => ({ familyId: one.id, studentId: one.student })));
		await tx.insert(enrolment).values(made.map((one) => ({ classId, studentId: one.student })));
		return made.map((one): SmallFamily => ({
			...one,
			actor: { kind: 'adult', adult: one.adult, families: [one.id] },
		}));
	});
	const made = await createConference(app, organiser, {
		name: 'Winter',
		timeZone: 'America/Halifax',
		slotMinutes: 10,
		gapMinutes: size.gapMinutes ?? 0,
		hours: size.hours ?? [{ date: '2026-12-03', start: 960, end: 1060 }],
	});
	if (!made.ok) throw new Error('the small conference has faults');
	const desks = await addDesks(
		app,
		organiser,
		made.id,
		Array.from({ length: size.desks }, (_, desk) => ({
			people: [`Teacher ${desk}`],
			subject: `Subject ${desk}`,
			places: [{ kind: 'room', room: `Room ${desk}`, building: 'House' }],
		})),
	);
	await publishConference(app, organiser, { conferenceId: made.id });

	const slots = async (desk: number) =>
		(await loadSnapshot(db, made.id)).slots
			.filter((slot) => slot.desk === desks[desk])
			.map(({ id }) => id);
	const wishOf = async (index: number, desk: number) => {
		const rows = await db
			.select({ id: wish.id, desk: wishDesk.deskId })
			.from(wish)
			.innerJoin(wishDesk, eq(wishDesk.wishId, wish.id))
			.where(eq(wish.familyId, families[index]!.id));
		return rows.find((row) => row.desk === desks[desk])!.id;
	};
	return {
		organiser,
		conference: made.id,
		desks,
		families,
		slots,
		wish: wishOf,
		request: async (index, picks, key = newId(clock)) => ({
			conferenceId: made.id,
			familyId: families[index]!.id,
			key,
			appointments: await Promise.all(
				picks.map(async ([desk, slot]) => ({
					slot: (await slots(desk))[slot]!,
					wishes: [await wishOf(index, desk)],
				})),
			),
		}),
	};
}
