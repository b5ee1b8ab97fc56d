// Every message of the demo's whole conference: invitations, reminders, what teachers and the office read. None shows
// another household's facts, and each can be read without pictures, script or form.
import { isNull } from 'drizzle-orm';
import { afterAll, beforeAll, expect, it } from 'vitest';
import { SYSTEM } from '$lib/core/permissions/may';
import type { App } from '$lib/server/app';
import {
	adult,
	familyAdult,
	familyStudent,
	invitation,
	notice,
	person,
	student,
} from '$lib/server/foundation/database/schema';
import { invitationLink } from '$lib/server/invitations/links';
import { composeNotice } from '$lib/server/notices/wordings/compose-notice';
import { tellFamilies } from '$lib/server/notices/telling/tell-families';
import { writeReminders } from '$lib/server/notices/telling/write-reminders';
import { writeSummaries } from '$lib/server/notices/telling/write-summaries';
import type { NoticeRow } from '$lib/server/notices/wordings/writing';
import type { Message } from '$lib/server/messages/mailer';
import { fullName } from '$lib/server/register/names';
import { typedDate } from '$lib/core/time/local-of';
import { loadPlans } from '$lib/server/desks/load-plans';
import { savePlans } from '$lib/server/desks/save-plans';
import { newId } from '$lib/server/foundation/identifiers';
import { cancelAppointments } from '$lib/server/visits/change-visit';
import { done } from '../server/done';
import { appBeside } from './app-beside';
import { KEY, openDemo, type SeededHouse } from '../browser/house';

const HALF_HOUR = 30 * 60_000;

let demo: SeededHouse;
let app: App;
/** Before the last acts. */
let met: readonly { readonly person: string; readonly name: string }[];
let messages: { readonly row: NoticeRow; readonly message: Omit<Message, 'about'> }[];

beforeAll(async () => {
	demo = await openDemo();
	const plain = appBeside(demo);
	let now = Date.parse('2026-11-24T15:00:00Z');
	app = { ...plain, clock: { now: () => now } };
	const [conference] = await demo.sql<{ id: string }[]>`select id from conference limit 1`;
	await demo.sql`update person set email = id || '@gannetcove.example' where email is null`;
	const conferenceId = conference!.id;
	messages = [];
	const compose = async () => {
		for (const row of await app.db.select().from(notice)) {
			const composed = await composeNotice(app, row);
			if ('message' in composed) messages.push({ row, message: composed.message });
		}
		await app.db.delete(notice);
	};
	for (const what of ['invited', 'not-booked'] as const)
		await tellFamilies(app, SYSTEM, { conferenceId, what });
	await compose();
	// The morning after, then the day before the conference until the evening.
	now = Date.parse('2026-11-25T11:00:00Z');
	await writeSummaries(app);
	for (
		now = Date.parse('2026-12-02T14:00:00Z');
		now < Date.parse('2026-12-03T00:00:00Z');
		now += HALF_HOUR
	) {
		await writeReminders(app);
		await writeSummaries(app);
	}
	await compose();
	// On the day itself the office moves a desk to whoever is free, and takes a visit back.
	now = Date.parse('2026-12-03T15:00:00Z');
	met = await whoMeetsWhom();
	await moveDesk(conferenceId);
	await cancelVisit(conferenceId);
	await compose();
}, 120_000);

afterAll(async () => {
	await app.close();
	await demo.stop();
});

/** Who of the school meets which student. */
const whoMeetsWhom = () => demo.sql<{ person: string; name: string }[]>`
	select distinct claim.thing as person, student.given_name || ' ' || student.family_name as name
	from claim join appointment_student using (appointment_id) join student on student.id = student_id
	where claim.kind in ('person', 'interpreter')`;

/** The first desk with appointments ahead gets somebody who stands in. */
async function moveDesk(conferenceId: string): Promise<void> {
	const plans = await loadPlans(app.db, conferenceId);
	const [booked] = await demo.sql<{ desk: string; date: string }[]>`
		select slot.desk_id as desk, slot.local_date::text as date
		from appointment join taken_slot on appointment_id = appointment.id join slot on slot.id = slot_id
		where stands and appointment.starts_at > ${app.clock.now()} order by appointment.id limit 1`;
	const base = plans.find(({ id }) => id === booked!.desk)!;
	const date = typedDate(booked!.date);
	const free = { id: newId(app.clock), givenName: 'Vera', familyName: 'Lund', isTeacher: true };
	await app.db.insert(person).values({ ...free, email: 'vera.lund@gannetcove.example' });
	const substitutes = [{ date, absent: base.people[0]!.person, person: free.id }];
	const changes = [{ base, plan: { ...base, substitutes } }];
	const { outcomes } = done(await savePlans(app, SYSTEM, { conferenceId, changes }));
	expect(outcomes).toMatchObject([{ faults: [], collisions: [], refusal: null }]);
}

/** A whole family's visit. */
async function cancelVisit(conferenceId: string): Promise<void> {
	const rows = await demo.sql<{ id: string; family: string }[]>`
		select id, family_id as family from appointment
		where family_id = (select family_id from appointment where stands and starts_at > ${app.clock.now()}
			order by starts_at desc limit 1) and stands`;
	const cancel = rows.map(({ id }) => id);
	const familyId = rows[0]!.family;
	const key = newId(app.clock);
	done(await cancelAppointments(app, SYSTEM, { conferenceId, familyId, key, cancel }));
}

const textOf = ({
	subject,
	text,
	html = '',
	calendars = [],
	files = [],
}: Omit<Message, 'about'>): string =>
	[
		subject,
		text,
		html,
		// Long lines are folded (RFC 5545, 3.1).
		...[...calendars, ...files].map(({ content }) => content.replaceAll(/\r\n[ \t]/g, '')),
	].join('\n');

it('there are messages of many kinds', () => {
	const kinds = new Set(messages.map(({ row }) => row.kind));
	expect([...kinds].sort()).toEqual([
		'booked',
		'cancelled',
		'desk-changed',
		'invited',
		'not-booked',
		'office-day',
		'office-question',
		'reminder',
		'teacher-asked',
		'teacher-changed',
		'teacher-day',
		'teacher-joined',
	]);
	expect(messages.length).toBeGreaterThan(400);
});

it('a family reads no name of another household, and no link but its own', async () => {
	const [students, adults, kin, parents, teachers, links] = await Promise.all([
		app.db.select().from(student),
		app.db.select().from(adult),
		app.db.select().from(familyStudent),
		app.db.select().from(familyAdult),
		app.db.select().from(person),
		app.db.select().from(invitation).where(isNull(invitation.revokedAt)),
	]);
	const known = new Set(teachers.map(fullName));
	const own = (familyId: string) =>
		new Set([
			...kin.filter((row) => row.familyId === familyId).map(({ studentId }) => studentId),
			...parents.filter((row) => row.familyId === familyId).map(({ adultId }) => adultId),
		] as string[]);
	const people = [...students, ...adults].map((one) => ({
		id: one.id as string,
		name: fullName(one),
	}));
	const told: string[] = [];
	for (const { row, message } of messages) {
		if (row.adultId === null) continue;
		const text = textOf(message);
		const family = own(row.familyId!);
		const names = new Set(people.filter(({ id }) => family.has(id)).map(({ name }) => name));
		for (const { id, name } of people)
			if (!family.has(id) && !names.has(name) && !known.has(name) && text.includes(name))
				told.push(`${row.kind} to ${row.adultId}: ${name}`);
		const link = links.find(({ adultId }) => adultId === row.adultId);
		const mine = link && invitationLink(demo.origin, KEY, link);
		for (const [found] of text.matchAll(/https?:\/\/\S+?\/i\/[a-z2-7]+/g))
			if (found !== mine) told.push(`${row.kind} to ${row.adultId}: a link`);
	}
	expect(told).toEqual([]);
});

it('a teacher’s names nobody but those who come, and the office’s nobody at all', async () => {
	const seen = [...met, ...(await whoMeetsWhom())];
	const names = [...new Set(seen.map(({ name }) => name))];
	for (const { row, message } of messages) {
		if (row.adultId !== null) continue;
		const mine = new Set(
			seen.filter(({ person }) => person === row.personId).map(({ name }) => name),
		);
		const strangers = names.filter((name) => !mine.has(name) && message.text.includes(name));
		expect(strangers, row.kind).toEqual([]);
	}
});

type Sent = Omit<Message, 'about'>;

const virtues: readonly (readonly [string, (message: Sent) => boolean])[] = [
	['a subject that a phone shows whole', ({ subject }) => subject.length < 60],
	[
		'nothing that runs, is sent, or is fetched',
		// A picture comes along within the message.
		({ html = '' }) =>
			!/<(script|form|img|iframe|link)|\ssrc=|url\(/i.test(html.replaceAll('<img src="cid:', '')),
	],
	['plain text with its way on', ({ text }) => /https?:\/\//.test(text)],
	['nothing left open', (message) => !/undefined|null|\[object|NaN|\{\w+\}/.test(textOf(message))],
];

it.each(virtues)('each has %s', (_, isSo) => {
	const without = messages.filter(({ message }) => !isSo(message));
	expect(without.map(({ message }) => message.subject)).toEqual([]);
});
