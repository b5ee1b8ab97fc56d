import { familyVisitProblem } from '../src/lib/core/conferences/family-projection';
import { addDays, instantOf, localOf, weekday } from '../src/lib/core/time/local-time';
import { suggestVisits } from '../src/lib/core/visits/suggest-visits';
import type { Actor } from '../src/lib/core/permissions/may';
import { setUpSchool } from '../src/lib/server/accounts/set-up';
import type { App } from '../src/lib/server/app';
import { bookVisit } from '../src/lib/server/booking/book-visit';
import {
	createConference,
	publishConference,
} from '../src/lib/server/conferences/change-conference';
import { inTransaction } from '../src/lib/server/database/transaction';
import {
	account,
	adult,
	building,
	buildingWalk,
	classTeacher,
	enrolment,
	family,
	familyAdult,
	familyStudent,
	school as schoolTable,
	schoolClass,
	student,
} from '../src/lib/server/database/schema';
import { addDesk } from '../src/lib/server/desks/change-desk';
import { newId } from '../src/lib/server/identifiers';
import { invite } from '../src/lib/server/invitations/visitors';
import { splitName } from '../src/lib/server/people/names';
import { teacherNamed } from '../src/lib/server/people/teachers';
import { familyView } from '../src/lib/server/visits/family-view';
import { conference, desks, families, school, walks } from './gannet-cove';

export const OFFICE_EMAIL = 'office@gannetcove.example';

const THURSDAY = 4;

/** Fills an empty database with the demo school and its Winter Conferences. */
export async function seedSchool(app: App, password: string): Promise<void> {
	const done = await setUpSchool(app, {
		school: school.name,
		timeZone: school.timeZone,
		organiser: { name: 'School office', email: OFFICE_EMAIL, password },
	});
	if (!done) throw new Error('the database already has an organiser');
	const [office] = await app.db.select().from(account);
	const organiser: Actor = { kind: 'organiser', account: office!.id };
	const familyIds = await seedPeople(app);
	const conferenceId = await seedConference(app, organiser);
	await seedVisits(app, organiser, conferenceId, familyIds);
}

async function seedPeople(app: App): Promise<Map<string, string>> {
	const { db, clock } = app;
	const id = () => newId(clock);
	return inTransaction(db, async (tx) => {
		const [{ schoolYear } = { schoolYear: '' }] = await tx.select().from(schoolTable);
		const buildings = new Map(
			[...new Set(walks.flatMap(([from, to]) => [from, to]))].map((name) => [name, id()]),
		);
		await tx.insert(building).values([...buildings].map(([name, id]) => ({ id, name })));
		await tx.insert(buildingWalk).values(
			walks.map(([from, to, minutes]) => {
				const [a, b] = [buildings.get(from)!, buildings.get(to)!].sort();
				return { fromBuildingId: a!, toBuildingId: b!, minutes };
			}),
		);

		const grades = [...new Set(desks.flatMap(({ classes }) => classes))].sort();
		const classes = new Map(grades.map((label) => [label, id()]));
		await tx
			.insert(schoolClass)
			.values([...classes].map(([label, id]) => ({ id, label, schoolYear })));
		for (const { teacher, subject, classes: taught } of desks) {
			const personId = await teacherNamed(tx, clock, teacher);
			await tx
				.insert(classTeacher)
				.values(taught.map((label) => ({ classId: classes.get(label)!, personId, subject })));
		}

		const familyIds = new Map<string, string>();
		for (const { label, adults, students } of families) {
			const familyId = id();
			familyIds.set(label, familyId);
			await tx.insert(family).values({ id: familyId, label });
			for (const name of adults) {
				const adultId = id();
				await tx.insert(adult).values({ id: adultId, ...splitName(name) });
				await tx.insert(familyAdult).values({ familyId, adultId });
				await invite(tx, clock, { adultId });
			}
			for (const { name, grade } of students) {
				const studentId = id();
				await tx.insert(student).values({ id: studentId, ...splitName(name), yearGroup: grade });
				await tx.insert(familyStudent).values({ familyId, studentId });
				await tx.insert(enrolment).values({ classId: classes.get(grade)!, studentId });
			}
		}
		return familyIds;
	});
}

async function seedConference(app: App, organiser: Actor): Promise<string> {
	const today = localOf(app.clock.now(), school.timeZone).date;
	const untilThursday = (THURSDAY - weekday(today) + 7) % 7 || 7;
	const thursday = addDays(today, untilThursday + 7);
	const friday = addDays(thursday, 1);
	const hours = [
		...conference.thursday.map(([start, end]) => ({ date: thursday, start, end })),
		...conference.friday.map(([start, end]) => ({ date: friday, start, end })),
	];
	const { name, words, slotMinutes, gapMinutes } = conference;
	const made = await createConference(app, organiser, {
		...{ name, words, slotMinutes, gapMinutes, hours },
		timeZone: school.timeZone,
		opensAt: schoolTime(addDays(today, -2), 8),
		closesAt: schoolTime(addDays(thursday, -1), 20),
	});
	if (!made.ok) throw new Error('the demo conference has faults');
	for (const { teacher, subject, place } of desks)
		await addDesk(app, organiser, made.id, {
			teacher,
			subject,
			place: 'video' in place ? { kind: 'video', link: place.video } : { kind: 'room', ...place },
			ownHours: null,
		});
	await publishConference(app, organiser, made.id);
	return made.id;
}

function schoolTime(date: string, hour: number): number {
	const instant = instantOf(date, hour * 60, school.timeZone);
	if (!instant.ok) throw new Error(instant.refusal);
	return instant.epoch;
}

async function seedVisits(
	app: App,
	organiser: Actor,
	conferenceId: string,
	familyIds: ReadonlyMap<string, string>,
): Promise<void> {
	for (const [index, { label, booked }] of families.entries()) {
		if (!booked) continue;
		const familyId = familyIds.get(label)!;
		const view = await familyView(app, organiser, conferenceId, familyId);
		const wishes = view.wishes.map(({ id }) => id);
		const { suggestions } = suggestVisits(familyVisitProblem(view, { wishes }));
		const { visit } = suggestions[index % suggestions.length]!;
		const result = await bookVisit(app, organiser, {
			conferenceId,
			familyId,
			key: `demo-${label}`,
			appointments: visit.placements.map(({ wish, slot }) => ({ slot: slot.id, wishes: [wish] })),
		});
		if (!result.ok) throw new Error(`${label} could not be booked`);
	}
}
