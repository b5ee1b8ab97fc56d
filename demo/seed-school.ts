import { and, eq, isNull } from 'drizzle-orm';
import ical from 'ical-generator';
import {
	followingSeries,
	type DeskPerson,
	type DeskPlan,
	type PlannedPlace,
	type SeriesPlan,
} from '../src/lib/core/desks/desk-plan';
import { newDesk } from '../src/lib/core/desks/new-desk';
import { familyVisitProblem } from '../src/lib/core/visits/family-projection';
import { proposeKind } from '../src/lib/core/register/propose-columns';
import { isNote } from '../src/lib/core/register/register-lists';
import type { Actor } from '../src/lib/core/permissions/may';
import { localOf, type LocalDate } from '../src/lib/core/time/local-of';
import { addDays, instantOf, weekday } from '../src/lib/core/time/local-time';
import { usualNoticeRules } from '../src/lib/core/notices/notice-rules';
import { planVisit } from '../src/lib/core/planner/plan-visit';
import { unplacedWishes } from '../src/lib/core/planner/why-unplaced';
import { readListFile } from '../src/lib/files/read-list-file';
import { addCalendarFile } from '../src/lib/server/calendars/calendars';
import { setUpSchool } from '../src/lib/server/accounts/set-up';
import type { App } from '../src/lib/server/app';
import { bookVisit } from '../src/lib/server/visits/change-visit';
import { joinWaitingList } from '../src/lib/server/visits/waiting-list';
import {
	createConference,
	publishConference,
} from '../src/lib/server/conferences/change-conference';
import { loadSnapshot } from '../src/lib/server/conferences/load-snapshot';
import { saveQuestions } from '../src/lib/server/questions/save-questions';
import { saveRules } from '../src/lib/server/conferences/save-rules';
import { renewStatistics } from '../src/lib/server/foundation/database/statistics';
import { inTransaction } from '../src/lib/server/foundation/database/transaction';
import {
	account,
	appointmentWish,
	building,
	buildingWalk,
	conference,
	place,
	notice,
	wish,
} from '../src/lib/server/foundation/database/schema';
import { savePlans } from '../src/lib/server/desks/save-plans';
import { newId } from '../src/lib/server/foundation/identifiers';
import { seedLook } from './seed-look';
import { seedOfficeWork } from './seed-office-work';
import { listTeachers } from '../src/lib/server/register/teachers';
import type { FamilyLine } from '../src/lib/operations/families';
import { listFamilies } from '../src/lib/server/families/list-families';
import { applyLists, previewLists, type ListsToRead } from '../src/lib/server/register/read-lists';
import { familyView } from '../src/lib/server/visits/family-view';
import {
	atTheDentist,
	conference as hoursAndWords,
	counsellor,
	deskWords,
	LONG_TALKS_WITH,
	insideMinutes,
	principal,
	questions,
	rooms,
	school,
	secondDesk,
	support,
	teachers,
	teachersWords,
	together,
	videoOnFriday,
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
	{ withVisits = true } = {},
): Promise<void> {
	const done = await setUpSchool(app, {
		school: school.name,
		timeZone: school.timeZone,
		organiser: { name: 'School office', email: OFFICE_EMAIL, password },
	});
	if (!done) throw new Error('the database already has an organiser');
	const [office] = await app.db.select().from(account);
	const organiser: Actor = { kind: 'organiser', account: office!.id, knowsSafety: true };
	await seedLook(app, organiser);
	await seedRooms(app, made);
	await readSchoolLists(app, organiser, lists);
	const conferenceId = await seedConference(app, organiser, made);
	if (withVisits) await seedVisits(app, organiser, conferenceId, made);
	await seedTeachersWishes(app, conferenceId);
	if (withVisits) await seedOfficeWork(app, conferenceId);
	// Its families were told long ago.
	await app.db.update(notice).set({ state: 'sent', sentAt: app.clock.now() });
	await renewStatistics(app.db);
}

/** The rooms of the school; of a larger one, as many again for each time that it is larger. */
async function seedRooms({ db, clock }: App, made: MadeSchool): Promise<void> {
	const used = new Set(made.teachers.map(({ room }) => room));
	const copies = [...used].flatMap((name) => /\d+$/.exec(name)?.[0] ?? []);
	const suffixes = ['', ...new Set(copies.map((number) => ` ${number}`))];
	await inTransaction(db, async (tx) => {
		const ids = new Map(
			[...new Set(walks.flatMap(([from, to]) => [from, to]))].map((name) => [name, newId(clock)]),
		);
		await tx.insert(building).values([...ids].map(([name, id]) => ({ id, name, insideMinutes })));
		await tx.insert(buildingWalk).values(
			walks.map(([from, to, minutes]) => {
				const [a, b] = [ids.get(from)!, ids.get(to)!].sort();
				return { fromBuildingId: a!, toBuildingId: b!, minutes };
			}),
		);
		await tx.insert(place).values(
			suffixes.flatMap((suffix) =>
				rooms.map(({ name, building, spaces, stepFree }) => ({
					id: newId(clock),
					kind: 'room' as const,
					name: `${name}${suffix}`,
					spaces,
					stepFree,
					buildingId: ids.get(building)!,
				})),
			),
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

async function seedConference(app: App, organiser: Actor, made: MadeSchool): Promise<string> {
	const today = localOf(app.clock.now(), school.timeZone).date;
	const untilThursday = (THURSDAY - weekday(today) + 7) % 7 || 7;
	const thursday = addDays(today, untilThursday + 7);
	const friday = addDays(thursday, 1);
	const hours = [
		...hoursAndWords.thursday.map(([start, end]) => ({ date: thursday, start, end })),
		...hoursAndWords.friday.map(([start, end]) => ({ date: friday, start, end })),
	];
	const { name, words, slotMinutes, gapMinutes } = hoursAndWords;
	const conference = await createConference(app, organiser, {
		name,
		words,
		slotMinutes,
		gapMinutes,
		hours,
		timeZone: school.timeZone,
		opensAt: schoolTime(addDays(today, -2), 8 * 60),
		closesAt: schoolTime(addDays(thursday, -1), 20 * 60),
	});
	if (!conference.ok) throw new Error('the demo conference has faults');
	await seedDesks(app, organiser, conference.id, { thursday, friday }, furtherTeachers(made));
	await seedAskedFor(app, organiser, conference.id);
	await seedQuestions(app, organiser, conference.id);
	await seedDentist(app, organiser, thursday);
	await publishConference(app, organiser, { conferenceId: conference.id });
	await withoutQuietHours(app, conference.id);
	return conference.id;
}

/** Whoever tries the demo at night wants to see its messages at once. */
const withoutQuietHours = ({ db }: App, conferenceId: string) =>
	db
		.update(conference)
		.set({ noticeRules: { ...usualNoticeRules, quiet: null } })
		.where(eq(conference.id, conferenceId));

/** Teachers whom only the larger school has, as far as they teach a class. */
const furtherTeachers = ({ teachers: made }: MadeSchool): DemoTeacher[] => {
	const known = new Set(
		[...teachers, ...together, ...support, counsellor, principal].map(({ name }) => name),
	);
	return made
		.filter(
			({ name, subjects }) => !known.has(name) && subjects.some(({ classes }) => classes.length),
		)
		.map(({ title, name, subjects, room, building, link, telephone, pin }) => ({
			title,
			name,
			subjects,
			telephone,
			pin,
			room,
			building: room ? building : undefined,
			link,
		}));
};

type Dates = Record<'thursday' | 'friday', LocalDate>;

async function seedDesks(
	app: App,
	organiser: Actor,
	conferenceId: string,
	{ thursday, friday }: Dates,
	further: readonly DemoTeacher[],
): Promise<void> {
	const ids = new Map((await listTeachers(app.db)).map(({ id, name }) => [name, id]));
	const next = () => newId(app.clock);
	const desk = (
		people: readonly DemoTeacher[],
		change: (plan: DeskPlan) => DeskPlan = (plan) => plan,
		role: DeskPerson['role'] = 'all',
	): DeskPlan => {
		const [first] = people as [DemoTeacher];
		const facts = {
			id: next(),
			name: role === 'any' ? first.subjects[0]!.subject : namesOf(people),
			subject: role === 'any' ? namesOf(people) : first.subjects[0]!.subject,
			people: people.map(({ name }) => ({ person: ids.get(name)!, role })),
			places: placesOf(first),
		};
		const plan = newDesk(facts, next());
		const words = deskWords[facts.name] ?? '';
		// The counsellor takes time for those who ask for it.
		const longSlots = facts.name === LONG_TALKS_WITH ? 2 : null;
		const rules = { ...plan.rules, longSlots };
		return change({ ...plan, words, rules, series: everyDay(facts.places) });
	};
	const openToAll = (plan: DeskPlan): DeskPlan => ({ ...plan, forAll: true });
	const on = (date: LocalDate, places: readonly PlannedPlace[]): SeriesPlan => ({
		...followingSeries(next(), places),
		when: { kind: 'conference', only: date, except: [] },
		// There is time to breathe on Thursday, none on Friday.
		division:
			date === friday
				? { slotMinutes: hoursAndWords.slotMinutes, gapMinutes: 0, longGap: null }
				: null,
	});
	const everyDay = (places: readonly PlannedPlace[]) => [on(thursday, places), on(friday, places)];
	const sesay = teachers.find(({ name }) => name === secondDesk.teacher)!;
	const plans = [
		...teachers.map((teacher) => {
			if (teacher.name === videoOnFriday) {
				const video = { kind: 'video' as const, link: teacher.link! };
				return desk([teacher], (plan) => ({
					...plan,
					series: [on(thursday, placesOf(teacher)), on(friday, [video])],
				}));
			}
			if (teacher !== sesay) return desk([teacher]);
			return desk([teacher], (plan) => ({
				...plan,
				series: [
					on(thursday, placesOf(teacher)),
					{ ...on(friday, placesOf(teacher)), breaks: [secondDesk.hours] },
				],
			}));
		}),
		desk(together),
		desk([sesay], (plan) => ({
			...plan,
			subject: secondDesk.subject,
			series: plan.series.slice(1).map((series) => ({
				...series,
				when: { kind: 'once', date: friday, ...secondDesk.hours },
			})),
		})),
		desk(support, openToAll, 'any'),
		desk([counsellor], openToAll),
		desk([principal], (plan) => ({
			...openToAll(plan),
			series: plan.series.map((series) => ({
				...series,
				division: { slotMinutes: 15, gapMinutes: 0, longGap: null },
			})),
		})),
		...further.map((teacher) => desk([teacher])),
	];
	const saved = await savePlans(app, organiser, {
		conferenceId,
		changes: plans.map((plan) => ({ base: null, plan })),
	});
	if (!saved.ok || saved.outcomes.some(({ faults, refusal }) => faults.length > 0 || refusal))
		throw new Error('a desk of the demo has faults');
}

const namesOf = (people: readonly DemoTeacher[]): string =>
	people.length > 2
		? people.map(({ name }) => name).join(', ')
		: people.map(({ name }) => name).join(' and ');

function placesOf({ room, building, link, telephone, pin }: DemoTeacher): PlannedPlace[] {
	if (room && building) return [{ kind: 'room', room, building }];
	if (link) return [{ kind: 'video', link }];
	return [{ kind: 'telephone', number: telephone ?? '', pin: pin ?? '' }];
}

/** Whom one asks for instead of booking at once. */
async function seedAskedFor(app: App, organiser: Actor, conferenceId: string): Promise<void> {
	const { desks } = await loadSnapshot(app.db, conferenceId);
	const desk = desks.find(({ name }) => name === principal.name)!;
	await saveRules(app, organiser, { conferenceId, acceptance: { [desk.id]: 'asked' } });
}

/** Two of the desks ask families something. */
async function seedQuestions(app: App, organiser: Actor, conferenceId: string): Promise<void> {
	const { desks } = await loadSnapshot(app.db, conferenceId);
	const names = { counsellor: counsellor.name, principal: principal.name };
	const saved = await saveQuestions(app, organiser, {
		conferenceId,
		base: [],
		questions: questions.map(({ at, ...question }) => ({
			...question,
			id: newId(app.clock),
			choices: [],
			desks: desks.filter(({ name }) => name === names[at]).map(({ id }) => id),
		})),
	});
	if (!saved.ok) throw new Error(`the questions of the demo were not kept: ${saved.reason}`);
}

/** A teacher's calendar file, as a calendar program writes it. */
async function seedDentist(app: App, organiser: Actor, thursday: LocalDate): Promise<void> {
	const { teacher, start, end } = atTheDentist;
	const person = (await listTeachers(app.db)).find(({ name }) => name === teacher)!;
	const at = (minute: number) => new Date(schoolTime(thursday, minute));
	const calendar = ical({ name: 'Own calendar', timezone: 'UTC' });
	calendar.createEvent({ start: at(start), end: at(end), summary: 'Dentist' });
	const added = await addCalendarFile(app, organiser, person.id, {
		name: 'own-calendar.ics',
		text: calendar.toString(),
	});
	if (!added.ok) throw new Error(`the calendar of the demo was not read: ${added.reason}`);
}

function schoolTime(date: LocalDate, minute: number): number {
	const instant = instantOf(date, minute, school.timeZone);
	if (!instant.ok) throw new Error(instant.refusal);
	return instant.epoch;
}

/** A handful of teachers would like to see a family that has not booked yet, and say why. */
async function seedTeachersWishes({ db }: App, conferenceId: string): Promise<void> {
	const unmet = await db
		.select({ id: wish.id })
		.from(wish)
		.leftJoin(appointmentWish, eq(appointmentWish.wishId, wish.id))
		.where(and(eq(wish.conferenceId, conferenceId), isNull(appointmentWish.wishId)))
		.orderBy(wish.familyId, wish.id);
	for (const [index, words] of teachersWords.entries()) {
		const { id } = unmet[Math.floor((index * unmet.length) / teachersWords.length)]!;
		await db.update(wish).set({ askedBy: 'teacher', words }).where(eq(wish.id, id));
	}
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
	const { lines } = await listFamilies(app, organiser, conferenceId);
	for (const [index, { id }] of lines.filter(isBooked).entries()) {
		const view = await familyView(app, organiser, conferenceId, id);
		const wishes = view.wishes.filter(({ optional }) => !optional).map(({ id }) => id);
		if (wishes.length === 0) continue;
		const prefer = index % 2 ? 'earliest-end' : 'least-waiting';
		const problem = familyVisitProblem(view, { wishes });
		const visit = planVisit(problem, { prefer })!;
		for (const { wish, reason } of unplacedWishes(problem, visit))
			if (reason === 'desk-full')
				await joinWaitingList(app, organiser, { conferenceId, familyId: id, wish });
		// Nothing is left that this family could take.
		if (!visit.placements.length) continue;
		const result = await bookVisit(app, organiser, {
			conferenceId,
			familyId: id,
			key: `demo-${id}`,
			appointments: visit.placements.map(({ wish, slot }) => ({
				slot: slot.id,
				wishes: [wish],
				mode: slot.mode,
			})),
		});
		if (!result.ok) throw new Error('a family of the demo could not be booked');
	}
}
