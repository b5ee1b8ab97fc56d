// What a withdrawn right keeps an adult from, in every way in. Each cell of the table is one operation asked
// for by an adult without a right about a student, in a family in which another adult has booked, holds, waits
// and asked a guest along for that student: nothing of it may be told, and nothing of it may change.
import { randomUUID } from 'node:crypto';
import { eq, sql } from 'drizzle-orm';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { DeskId } from '$lib/core/ids';
import type { Actor } from '$lib/core/permissions/may';
import { operations } from '$lib/server/api/operations';
import type { App } from '$lib/server/app';
import { doorOfAppointment } from '$lib/server/visits/open-door';
import { answerAppointment } from '$lib/server/visits/answer-appointment';
import { bookVisit } from '$lib/server/visits/change-visit';
import {
	answerEnquiry,
	makeEnquiry,
	reportLostLink,
	waitingEnquiries,
} from '$lib/server/visits/enquiries';
import { askGuest, withdrawGuest } from '$lib/server/visits/guests';
import { holdVisit, offerSlots } from '$lib/server/visits/hold-visit';
import { familySheet } from '$lib/server/visits/family-sheet';
import { meetByLink } from '$lib/server/visits/meet-by-link';
import { addWish, removeWish } from '$lib/server/visits/meet-also';
import { swapAppointments } from '$lib/server/visits/swap-appointments';
import { undoVisitAct } from '$lib/server/visits/undo-visit';
import { lengthenWish } from '$lib/server/visits/lengthen-wish';
import { joinWaitingList, leaveWaitingList } from '$lib/server/visits/waiting-list';
import {
	act,
	adult,
	enrolment,
	familyAdult,
	familyStudent,
	invitation,
	meetingException,
	shortLink,
	student,
	wish,
	wishDesk,
} from '$lib/server/foundation/database/schema';
import { newId } from '$lib/server/foundation/identifiers';
import { invite } from '$lib/server/invitations/visitors';
import { invitationLink } from '$lib/server/invitations/links';
import { publishConference, withdrawConference } from '$lib/server/conferences/change-conference';
import { changeRight } from '$lib/server/safety/change-safety';
import { saveAnswers } from '$lib/server/questions/save-answers';
import { saveQuestions } from '$lib/server/questions/save-questions';
import { KEY, openHouse, type House } from '../browser/house';
import { smallSchool, type SmallSchool } from '../server/small-school';
import { appBeside } from './app-beside';
import { actingFunctions } from './acting-functions';
import { mayAtAll } from '$lib/core/permissions/may';
import { pageChanges } from '$lib/server/foundation/requests/page-changes';
import { everyRoute } from './route-table';
import { done } from '../server/done';

let house: House;
let app: App;
let school: SmallSchool;
let token: string;
let cookie: string;
/** The adult with all rights, and the one from whom some are withdrawn. */
let full: Actor;
let bound: Actor & { adult: string };
const other = { student: '', wishes: [] as string[] };

beforeAll(async () => {
	house = await openHouse({ TEN_CHAIRS_API_RATE: '1000000' });
	app = appBeside(house, { pool: 4, startAt: Date.parse('2026-11-24T15:00:00Z') });
	school = await smallSchool(app, { families: 1, desks: 3 });
	const { db, clock } = app;
	const [family] = school.families;
	other.student = newId(clock);
	const second = newId(clock);
	await db.transaction(async (tx) => {
		await tx.insert(adult).values({ id: second, givenName: 'Second' });
		await tx.insert(familyAdult).values({ familyId: family!.id, adultId: second });
		await invite(tx, clock, { adultId: second });
		await tx.insert(student).values({ id: other.student, givenName: 'Open', yearGroup: 'Grade 7' });
		await tx.insert(familyStudent).values({ familyId: family!.id, studentId: other.student });
		const [known] = await tx.select().from(enrolment);
		await tx.insert(enrolment).values({ ...known!, studentId: other.student });
		// The third teacher is the hidden student's alone.
		const [third] = await tx.execute<{ id: string }>(
			sql`select person_id as id from desk_person where desk_id = ${school.desks[2]}`,
		);
		await tx
			.insert(meetingException)
			.values({ studentId: other.student, personId: third!.id, meets: false });
		await tx.update(student).set({ givenName: 'Hidden' }).where(eq(student.id, family!.student));
	});
	await withdrawConference(app, school.organiser, { conferenceId: school.conference });
	await publishConference(app, school.organiser, { conferenceId: school.conference });
	const asked = { kind: 'long', choices: [], required: false } as const;
	done(
		await saveQuestions(app, school.organiser, {
			conferenceId: school.conference,
			base: [],
			questions: [
				{ ...asked, id: OF_VISIT, text: 'Who comes along?', desks: null },
				{ ...asked, id: OF_DESK, text: 'What about?', desks: [school.desks[0]!] },
			],
		}),
	);
	full = family!.actor;
	bound = { kind: 'adult', adult: second, families: [family!.id] };
	const [row] = await db.select().from(invitation).where(eq(invitation.adultId, second));
	token = invitationLink('', KEY, row!).replace('/i/', '');
	const opened = await fetch(`${house.origin}/i/${token}`, { redirect: 'manual' });
	cookie = opened.headers.getSetCookie()[0]!.split(';')[0]!;
}, 120_000);

afterAll(async () => {
	await app.close();
	await house.stop();
});

/** What the other adult has about the hidden student. */
interface Hidden {
	readonly appointment: string;
	readonly wish: string;
	readonly wishes: readonly string[];
	readonly hold: string;
	readonly offer: string;
	readonly guest: string;
	/** The slots of the desk that only the hidden student wants. */
	readonly slots: readonly string[];
	/** What the bound adult may change: the appointment of the other student, as it is. */
	readonly own: { readonly id: string; readonly slot: string; readonly wish: string };
}

const wishesOf = async (studentId: string) =>
	app.db
		.select({ id: wish.id, desk: wishDesk.deskId })
		.from(wish)
		.innerJoin(wishDesk, eq(wishDesk.wishId, wish.id))
		.where(eq(wish.studentId, studentId));

const OF_VISIT = '0199f000-0000-7000-8000-00000000000a';
const OF_DESK = '0199f000-0000-7000-8000-00000000000b';

/** Emptied before each cell, in an order in which nothing refers to what is gone. */
const EMPTIED = [
	...[
		'notice',
		'guest',
		'waiting',
		'claim',
		'hold',
		'taken_slot',
		'appointment_student',
		'appointment_wish',
	],
	...['appointment_adult', 'appointment_along', 'appointment', 'answer'],
];

async function prepare(right: Right): Promise<Hidden> {
	const { db, clock } = app;
	const [family] = school.families;
	await db.transaction(async (tx) => {
		for (const table of EMPTIED) await tx.execute(sql`delete from ${sql.identifier(table)}`);
	});
	const wishes = await wishesOf(family!.student);
	const open = await wishesOf(other.student);
	const wishAt = (list: typeof wishes, desk: number) =>
		list.find((row) => row.desk === school.desks[desk])!.id;
	const [first, second, third] = await Promise.all([0, 1, 2].map((desk) => school.slots(desk)));
	const ids = { conferenceId: school.conference, familyId: family!.id };
	await changeRight(app, knowing(), { ...rightsOf(right), ...whom(family!.student) });
	const book = async (slot: string, served: string) => {
		const booked = await bookVisit(app, full, {
			...ids,
			key: randomUUID(),
			appointments: [{ slot, wishes: [served] }],
		});
		if (!booked.ok) throw new Error(JSON.stringify(booked));
		return booked.appointments[0]!;
	};
	const appointment = await book(first![0]!, wishAt(wishes, 0));
	const own = { slot: second![3]!, wish: wishAt(open, 1) };
	const ownId = await book(own.slot, own.wish);
	done(
		await saveAnswers(app, full, {
			...ids,
			answers: [
				{ question: OF_VISIT, wish: null, value: 'a cousin of another' },
				{ question: OF_DESK, wish: wishAt(wishes, 0), value: 'what is hidden' },
			],
		}),
	);
	const guest = done(
		await askGuest(app, full, { appointment, name: 'Gus', email: 'gus@x.example' }),
	);
	await joinWaitingList(app, full, { ...ids, wish: wishAt(wishes, 2) });
	const keep = { ...ids, appointments: [{ slot: third![6]!, wishes: [wishAt(wishes, 2)] }] };
	const held = await holdVisit(app, full, { ...keep, key: randomUUID() });
	const offered = await offerSlots(app, school.organiser, {
		...ids,
		key: randomUUID(),
		until: clock.now() + 3_600_000,
		alternatives: [{ slot: third![8]!, wishes: [wishAt(wishes, 2)] }],
	});
	if (!held.ok || !offered.ok) throw new Error('nothing could be held');
	return {
		appointment,
		wish: wishAt(wishes, 2),
		wishes: wishes.map(({ id }) => id),
		hold: held.hold.id,
		offer: offered.hold.id,
		guest: guest.id,
		slots: third!,
		own: { ...own, id: ownId },
	};
}

const RIGHTS = ['see', 'book'] as const;
type Right = (typeof RIGHTS)[number];
const rightsOf = (right: Right) => ({
	mayBook: false,
	maySee: right !== 'see',
	isTold: true,
});
const whom = (hidden: string) => ({ adult: bound.adult, student: hidden });
const knowing = (): Actor =>
	({ ...(school.organiser as Actor & { account: string }), knowsSafety: true }) as Actor;

/** Everything that there is about the hidden student, row by row. */
async function stateOf({ appointment, hold, offer, wishes }: Hidden): Promise<string> {
	const [row] = await app.db.execute<{ state: string }>(sql`select json_build_array(
		(select json_agg(t order by t.id) from appointment t where id = ${appointment}),
		(select json_agg(t order by t.id) from claim t where appointment_id = ${appointment}
			or hold_id in (${hold}, ${offer})),
		(select json_agg(t order by t.id) from hold t where id in (${hold}, ${offer})),
		(select json_agg(t order by t.id) from guest t where appointment_id = ${appointment}),
		(select json_agg(t order by t.id) from enquiry t),
		(select json_agg(t order by t.id) from answer t),
		(select json_agg(json_build_array(id, wish_id, since)) from waiting where wish_id in ${wishes}),
		(select json_agg(t order by t.appointment_id) from appointment_wish t where wish_id in ${wishes})
	)::text as state`);
	return row!.state;
}

interface Outcome {
	readonly status: number;
	readonly text: string;
}

const asOutcome = async (response: Response): Promise<Outcome> => ({
	status: response.status,
	text: await response.text(),
});

const api = async (method: string, path: string, body?: unknown): Promise<Outcome> =>
	asOutcome(
		await fetch(`${house.origin}/api/v1${path}`, {
			method,
			headers: { authorization: `Bearer ${token}`, 'content-type': 'application/json' },
			...(body === undefined ? {} : { body: JSON.stringify(body) }),
		}),
	);

const page = async (path: string, init: RequestInit = {}): Promise<Outcome> =>
	asOutcome(
		await fetch(`${house.origin}${path}`, {
			redirect: 'manual',
			...init,
			headers: { cookie, origin: house.origin, ...init.headers },
		}),
	);

/** The answer of one of the server's functions, or the name of its refusal. */
const direct = async (work: Promise<unknown>): Promise<Outcome> =>
	work.then(
		(answer) => ({ status: 200, text: JSON.stringify(answer) ?? '' }),
		(error: Error) => ({ status: 403, text: error.name }),
	);

/** The first message of a stream. */
async function firstNews(path: string): Promise<Outcome> {
	const ending = new AbortController();
	const response = await fetch(`${house.origin}${path}`, {
		headers: { cookie },
		signal: ending.signal,
	});
	let text = '';
	for await (const chunk of response.body!.pipeThrough(new TextDecoderStream())) {
		text += chunk;
		if (text.includes('data:')) break;
	}
	ending.abort();
	return { status: response.status, text };
}

const appointmentsOf = (slot: string, wishes: string[]) => ({ appointments: [{ slot, wishes }] });
const ids = () => ({ conferenceId: school.conference, familyId: school.families[0]!.id });

/**
 * Every operation by which an adult reads or changes something about a visit, asked about the hidden student,
 * and the status of its answer. `sameAs`: it is reached by another operation only, which stands here.
 */
const TABLE: Record<
	string,
	| { readonly ask: (hidden: Hidden) => Promise<Outcome>; readonly status: number }
	| { readonly sameAs: string }
> = {
	'api getVisit': { ask: () => api('GET', '/visit'), status: 200 },
	'api postPlans': {
		ask: ({ wishes }) => api('POST', '/visit/plans', { wishes: [...wishes] }),
		status: 200,
	},
	'api postAppointments': {
		ask: ({ slots, wish }) => api('POST', '/visit/appointments', appointmentsOf(slots[0]!, [wish])),
		status: 409,
	},
	'api putAppointments': {
		ask: () => api('PUT', '/visit/appointments', { appointments: [] }),
		status: 200,
	},
	'api putAppointments with the own one': {
		ask: ({ own }) => api('PUT', '/visit/appointments', appointmentsOf(own.slot, [own.wish])),
		status: 200,
	},
	'api deleteAppointment': {
		ask: ({ appointment }) => api('DELETE', `/visit/appointments/${appointment}`),
		status: 404,
	},
	'api deleteAppointment of the own one': {
		ask: ({ own }) => api('DELETE', `/visit/appointments/${own.id}`),
		status: 200,
	},
	'api postHolds': {
		ask: ({ slots, wish }) => api('POST', '/visit/holds', appointmentsOf(slots[0]!, [wish])),
		status: 409,
	},
	'api postHolds beside another one': {
		ask: ({ own, appointment }) =>
			api('POST', '/visit/holds', {
				...appointmentsOf(own.slot, [own.wish]),
				replaces: [own.id, appointment],
			}),
		status: 201,
	},
	'api deleteHolds': { ask: () => api('DELETE', '/visit/holds'), status: 204 },
	'api deleteHold': { ask: ({ hold }) => api('DELETE', `/visit/holds/${hold}`), status: 404 },
	'api deleteHold of an offer': {
		ask: ({ offer }) => api('DELETE', `/visit/holds/${offer}`),
		status: 404,
	},
	'/visit page': { ask: () => page('/visit'), status: 303 },
	'/visit/[address] page': { ask: () => page('/visit/winter'), status: 200 },
	'/visit/[address] page as data': { ask: () => page('/visit/winter/__data.json'), status: 200 },
	'/do/visit.book POST': {
		ask: ({ slots, wish }) =>
			page('/do/visit.book?as=adult', {
				method: 'POST',
				headers: { 'content-type': 'application/json' },
				body: JSON.stringify({
					...ids(),
					key: randomUUID(),
					appointments: [{ slot: slots[0], wishes: [wish], mode: 'in-person' }],
				}),
			}),
		status: 200,
	},
	'/visit/[address]/calendar.ics GET': {
		ask: () => page('/visit/winter/calendar.ics'),
		status: 200,
	},
	'/live/[conference] GET': { ask: () => firstNews(`/live/${school.conference}`), status: 200 },
	'server joinWaitingList': {
		ask: ({ wish }) => direct(joinWaitingList(app, bound, { ...ids(), wish })),
		status: 200,
	},
	'server leaveWaitingList': {
		ask: ({ wish }) => direct(leaveWaitingList(app, bound, { ...ids(), wish })),
		status: 200,
	},
	'server lengthenWish': {
		ask: ({ wish }) => direct(lengthenWish(app, bound, { ...ids(), wish, isLong: true })),
		status: 200,
	},
	'server askGuest': {
		ask: ({ appointment }) =>
			direct(askGuest(app, bound, { appointment, name: 'Eve', email: 'eve@x.example' })),
		status: 200,
	},
	'server withdrawGuest': {
		ask: ({ guest }) => direct(withdrawGuest(app, bound, { guest })),
		status: 200,
	},
	'/picture/[person]/[digest] GET': {
		ask: () => page(`/picture/${randomUUID()}/none`),
		status: 404,
	},
	'/visit/[address]/opening.ics GET': {
		ask: () => page('/visit/winter/opening.ics'),
		status: 404,
	},
	// What is the adult's own, whatever it may know of others.
	'/visit layout': { ask: () => page('/visit/details'), status: 200 },
	'/visit/details page': { ask: () => page('/visit/details'), status: 200 },
	'/visit/details ?/save': {
		ask: () =>
			page('/visit/details?/save', {
				method: 'POST',
				body: new URLSearchParams({ version: '1', telephone: '', language: '' }),
			}),
		status: 200,
	},
	'/visit/details ?/renew': { sameAs: '/visit/details page' },
	'/visit/details ?/email': { sameAs: '/visit/details page' },
	'/visit/kept page': { ask: () => page('/visit/kept'), status: 200 },
	'/visit ?/leave': {
		ask: () => page('/visit?/leave', { method: 'POST', body: new URLSearchParams() }),
		status: 200,
	},
	'server makeEnquiry': {
		ask: ({ wish }) => direct(makeEnquiry(app, bound, { ...ids(), wish, words: '' })),
		status: 200,
	},
	'server answerEnquiry': {
		ask: () => direct(answerEnquiry(app, bound, { enquiry: randomUUID(), answer: '' })),
		status: 403,
	},
	'server reportLostLink': {
		ask: () => direct(reportLostLink(app, bound, { email: 'eve@x.example' })),
		status: 403,
	},
	'server waitingEnquiries': {
		ask: () => direct(waitingEnquiries(app, bound, school.conference)),
		status: 403,
	},
	'server childrenOf': { sameAs: '/visit/[address] page' },
	'server projectionFor': { sameAs: '/visit/[address] page' },
	'/do/visit.change POST': { sameAs: 'api putAppointments' },
	'/do/visit.cancel POST': { sameAs: 'api deleteAppointment' },
	'/do/visit.undo POST': { sameAs: 'server undoVisitAct' },
	'/do/waiting.join POST': { sameAs: 'server joinWaitingList' },
	'/do/wish.lengthen POST': { sameAs: 'server lengthenWish' },
	'/do/waiting.leave POST': { sameAs: 'server leaveWaitingList' },
	'/do/hold.give-back POST': { sameAs: 'api deleteHold' },
	'/do/hold.make POST': { sameAs: 'api postHolds' },
	'/do/answers.save POST': {
		ask: ({ wishes }) =>
			page('/do/answers.save?as=adult', {
				method: 'POST',
				headers: { 'content-type': 'application/json' },
				body: JSON.stringify({
					...ids(),
					answers: wishes.map((wish) => ({ question: OF_DESK, wish, value: 'overwritten' })),
				}),
			}),
		status: 200,
	},
	'/do/enquiry.make POST': { sameAs: 'server makeEnquiry' },
	'/do/guest.ask POST': { sameAs: 'server askGuest' },
	'/do/guest.withdraw POST': { sameAs: 'server withdrawGuest' },
	'server answerAppointment': {
		ask: ({ appointment }) =>
			direct(answerAppointment(app, bound, { appointment, accept: false, key: 'answer' })),
		status: 403,
	},
	'server offerSlots': {
		ask: ({ slots, wish }) =>
			direct(
				offerSlots(app, bound, {
					...ids(),
					key: 'offer',
					until: app.clock.now() + 60_000,
					alternatives: [{ slot: slots[0]!, wishes: [wish] }],
				}),
			),
		status: 403,
	},
	'server addWish': {
		ask: async () => {
			const { conferenceId, familyId } = ids();
			const meeting = { conferenceId, familyId, student: other.student, desk: school.desks[2]! };
			return direct(addWish(app, bound, meeting));
		},
		status: 403,
	},
	'server removeWish': {
		ask: ({ wish }) => direct(removeWish(app, bound, { ...ids(), wish })),
		status: 403,
	},
	'server swapAppointments': {
		ask: ({ appointment }) =>
			direct(
				swapAppointments(app, bound, {
					conferenceId: ids().conferenceId,
					key: 'swap',
					one: appointment,
					other: appointment,
				}),
			),
		status: 403,
	},
	'server familySheet': {
		ask: () => {
			const { conferenceId, familyId } = ids();
			return direct(familySheet(app, bound, conferenceId, familyId));
		},
		status: 403,
	},
	'server doorOfAppointment': {
		ask: ({ appointment }) => direct(doorOfAppointment(app, bound, appointment)),
		status: 403,
	},
	'server undoVisitAct': {
		ask: async () => {
			const [last] = await app.db.select().from(act).where(eq(act.kind, 'visit.booked')).limit(1);
			return direct(undoVisitAct(app, bound, { act: last!.id }));
		},
		status: 200,
	},
	'server meetByLink': {
		ask: async () => {
			const code = '222-222-223';
			const [student] = await app.db.select().from(familyStudent).limit(1);
			await app.db.insert(shortLink).values({
				code,
				conferenceId: school.conference,
				deskId: school.desks[2]! as DeskId,
			});
			const met = { familyId: school.families[0]!.id, student: student!.studentId, code };
			const outcome = await direct(meetByLink(app, bound, met));
			await app.db.delete(shortLink);
			return outcome;
		},
		status: 200,
	},
	'server bookVisit': { sameAs: 'api postAppointments' },
	'server changeVisit': { sameAs: 'api putAppointments' },
	'server cancelAppointments': { sameAs: 'api deleteAppointment' },
	'server holdVisit': { sameAs: 'api postHolds' },
	'server giveBack': { sameAs: 'api deleteHold' },
	'server familyView': { sameAs: 'api getVisit' },
	// These two are what all the others ask.
	'server shareOf': { sameAs: 'api getVisit' },
	'server holderFor': { sameAs: 'api postHolds' },
	'server endedAppointments': { sameAs: '/visit/[address]/calendar.ics GET' },
	'server adultOf': { sameAs: 'api getVisit' },
	'server visitOf': { sameAs: '/visit/[address] page' },
	'server isOffice': { sameAs: 'api getVisit' },
};

it('every operation about a visit has a row', () => {
	const wanted = [
		...operations.filter(({ who }) => who === 'family').map(({ id }) => `api ${id}`),
		...everyRoute().filter((route) => /^\/(visit|live)\b/.test(route)),
		...[...pageChanges.values()]
			.filter(({ change }) => mayAtAll({ kind: 'adult', adult: '', families: [] }, change.may))
			.map(({ change }) => `/do/${change.name} POST`),
		...actingFunctions(['src/lib/server/visits']).map((name) => `server ${name}`),
	];
	expect(wanted.filter((name) => !(name in TABLE))).toEqual([]);
	for (const entry of Object.values(TABLE))
		if ('sameAs' in entry) expect(Object.keys(TABLE)).toContain(entry.sameAs);
});

describe.each(RIGHTS)('an adult who may not %s', (right) => {
	it.each(
		Object.entries(TABLE).flatMap(([name, entry]) =>
			'ask' in entry ? [[name, entry] as const] : [],
		),
	)('%s', async (_, { ask, status }) => {
		const hidden = await prepare(right);
		const before = await stateOf(hidden);
		const outcome = await ask(hidden);
		const told = [
			...[hidden.hold, hidden.offer, hidden.wish, school.desks[2]!],
			// The first of them is what is asked for.
			...hidden.slots.slice(1),
			...(right === 'see' ? [...hidden.wishes, hidden.appointment, hidden.guest] : []),
			'a cousin of another',
			...(right === 'see' ? [school.families[0]!.student, 'Hidden', 'Gus'] : []),
			...(right === 'see' ? ['what is hidden'] : []),
		].filter((secret) => outcome.text.includes(secret));
		expect({ status: outcome.status, told }).toEqual({ status, told: [] });
		expect(await stateOf(hidden)).toBe(before);
	});

	it('the other adult sees and changes all of it', async () => {
		const hidden = await prepare(right);
		const [row] = await app.db
			.select()
			.from(invitation)
			.where(eq(invitation.adultId, (full as { adult: string }).adult));
		const theirs = invitationLink('', KEY, row!).replace('/i/', '');
		const response = await fetch(`${house.origin}/api/v1/visit`, {
			headers: { authorization: `Bearer ${theirs}` },
		});
		const text = await response.text();
		for (const id of [hidden.appointment, hidden.hold, hidden.offer, hidden.wish, hidden.slots[0]!])
			expect(text).toContain(id);
	});
});
