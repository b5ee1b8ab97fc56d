import { familyVisitProblem } from '../src/lib/core/conferences/family-projection';
import { proposeKind } from '../src/lib/core/lists/propose-columns';
import { isNote } from '../src/lib/core/lists/register-lists';
import type { Actor } from '../src/lib/core/permissions/may';
import { addDays, instantOf, localOf, weekday } from '../src/lib/core/time/local-time';
import { planVisit } from '../src/lib/core/visits/plan-visit';
import { readListFile } from '../src/lib/files/read-list-file';
import { setUpSchool } from '../src/lib/server/accounts/set-up';
import type { App } from '../src/lib/server/app';
import { bookVisit } from '../src/lib/server/booking/book-visit';
import {
	createConference,
	publishConference,
} from '../src/lib/server/conferences/change-conference';
import { inTransaction } from '../src/lib/server/database/transaction';
import { account, building, buildingWalk } from '../src/lib/server/database/schema';
import { addDesk, type DeskInput } from '../src/lib/server/desks/change-desk';
import { newId } from '../src/lib/server/identifiers';
import { listFamilies, type FamilyLine } from '../src/lib/server/people/families';
import { applyLists, previewLists, type ListsToRead } from '../src/lib/server/register/read-lists';
import { familyView } from '../src/lib/server/visits/family-view';
import {
	conference,
	counsellor,
	principal,
	school,
	secondDesk,
	support,
	teachers,
	together,
	walks,
	type DemoTeacher,
} from './gannet-cove';
import type { MadeSchool } from './make-school';

export const OFFICE_EMAIL = 'office@gannetcove.example';

const THURSDAY = 4;

/** A file of a list, as it lies in a folder. */
export interface ListFile {
	readonly name: string;
	readonly bytes: Uint8Array;
}

/** Fills an empty database with the demo school, read from its lists, and its Winter Conferences. */
export async function seedSchool(
	app: App,
	password: string,
	lists: readonly ListFile[],
	made: MadeSchool,
): Promise<void> {
	const done = await setUpSchool(app, {
		school: school.name,
		timeZone: school.timeZone,
		organiser: { name: 'School office', email: OFFICE_EMAIL, password },
	});
	if (!done) throw new Error('the database already has an organiser');
	const [office] = await app.db.select().from(account);
	const organiser: Actor = { kind: 'organiser', account: office!.id, knowsSafety: true };
	await seedBuildings(app);
	await readSchoolLists(app, organiser, lists);
	const conferenceId = await seedConference(app, organiser);
	await seedVisits(app, organiser, conferenceId, made);
}

async function seedBuildings({ db, clock }: App): Promise<void> {
	await inTransaction(db, async (tx) => {
		const ids = new Map(
			[...new Set(walks.flatMap(([from, to]) => [from, to]))].map((name) => [name, newId(clock)]),
		);
		await tx.insert(building).values([...ids].map(([name, id]) => ({ id, name })));
		await tx.insert(buildingWalk).values(
			walks.map(([from, to, minutes]) => {
				const [a, b] = [ids.get(from)!, ids.get(to)!].sort();
				return { fromBuildingId: a!, toBuildingId: b!, minutes };
			}),
		);
	});
}

/** The lists go in by the way that an office's lists go. */
export async function readSchoolLists(
	app: App,
	organiser: Actor,
	files: readonly ListFile[],
): Promise<void> {
	const tables = (
		await Promise.all(files.map(({ name, bytes }) => readListFile(name, bytes)))
	).flat();
	const lists: ListsToRead = {
		tables: tables.map((table) => ({ table, ...proposeKind(table) })),
		complete: true,
		answers: {},
	};
	const { seen, difference, unreadable } = await previewLists(app, organiser, lists);
	const faults = difference.faults.filter((fault) => !isNote(fault));
	if (faults.length || unreadable.length)
		throw new Error(`the demo's lists have faults: ${JSON.stringify(faults[0] ?? unreadable[0])}`);
	const read = await applyLists(app, organiser, lists, { seen, leaveOut: false });
	if (!read.ok) throw new Error(`the demo's lists were not read: ${read.reason}`);
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
	const add = async (
		input: Partial<DeskInput> & Pick<DeskInput, 'teacher' | 'subject' | 'place'>,
	) => {
		const added = await addDesk(app, organiser, made.id, {
			...{ ownHours: null, forAll: false },
			...input,
		});
		if (!added.ok) throw new Error(`the desk of ${input.teacher} has faults`);
	};
	for (const teacher of teachers) await add(deskOf(teacher));
	await add({
		...deskOf(together[0]!),
		teacher: together.map(({ name }) => name).join(' and '),
	});
	await add({
		teacher: secondDesk.teacher,
		subject: secondDesk.subject,
		place: { kind: 'room', room: secondDesk.room, building: secondDesk.building },
	});
	await add({ ...deskOf(support[0]!), forAll: true });
	await add({ ...deskOf(counsellor), forAll: true });
	await add({
		...deskOf(principal),
		forAll: true,
		ownHours: { hours, slotMinutes: 15, gapMinutes: 0 },
	});
	await publishConference(app, organiser, made.id);
	return made.id;
}

function deskOf({ name, subjects, room, building, link, telephone, pin }: DemoTeacher) {
	const place: DeskInput['place'] =
		room && building
			? { kind: 'room', room, building }
			: link
				? { kind: 'video', link }
				: {
						kind: 'telephone',
						number: [telephone, pin && `PIN ${pin}`].filter(Boolean).join(', '),
					};
	return { teacher: name, subject: subjects[0]!.subject, place };
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
	made: MadeSchool,
): Promise<void> {
	const booked = new Set(
		[...made.families, ...made.otherHouseholds]
			.filter(({ booked }) => booked)
			.map(({ adults: [adult] }) => `${adult!.givenName} ${adult!.familyName}`),
	);
	const isBooked = ({ adults }: FamilyLine) => adults.some(({ name }) => booked.has(name));
	const families = await listFamilies(app, organiser, conferenceId);
	for (const [index, { id }] of families.filter(isBooked).entries()) {
		const view = await familyView(app, organiser, conferenceId, id);
		const wishes = view.wishes.filter(({ optional }) => !optional).map(({ id }) => id);
		if (wishes.length === 0) continue;
		const prefer = index % 2 ? 'earliest-end' : 'least-waiting';
		const visit = planVisit(familyVisitProblem(view, { wishes }), { prefer });
		// Nothing is left that this family could take.
		if (!visit?.placements.length) continue;
		const result = await bookVisit(app, organiser, {
			...{ conferenceId, familyId: id, key: `demo-${id}` },
			appointments: visit.placements.map(({ wish, slot }) => ({
				slot: slot.id,
				wishes: [wish],
			})),
		});
		if (!result.ok) throw new Error('a family of the demo could not be booked');
	}
}
