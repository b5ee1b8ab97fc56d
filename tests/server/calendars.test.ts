import { createServer, type RequestListener } from 'node:http';
import type { AddressInfo } from 'node:net';
import { readFileSync } from 'node:fs';
import { eq, sql } from 'drizzle-orm';
import { afterAll, describe, expect, it, vi } from 'vitest';
import {
	addCalendarAddress,
	addCalendarFile,
	listCalendars,
	readCalendarsOf,
} from '$lib/server/calendars/calendars';
import {
	addBlock,
	removeBlock,
	removeCalendar,
	setEntryCounts,
} from '$lib/server/calendars/change-calendars';
import { calendarAddress, fetchCalendar } from '$lib/server/calendars/fetch-calendar';
import { isPublicAddress } from '$lib/server/calendars/public-address';
import { loadSnapshot } from '$lib/server/conferences/load-snapshot';
import { busyTime, calendar, conference, deskPerson } from '$lib/server/foundation/database/schema';
import { startJobs } from '$lib/server/jobs/jobs';
import { ForbiddenError } from '$lib/server/foundation/forbidden';
import { seal, unseal } from '$lib/server/foundation/sealed';
import { familyView } from '$lib/server/visits/family-view';
import { freshApp } from './database';
import { smallSchool } from './small-school';

const fileText = (name: string) => readFileSync(`tests/core/calendars/files/${name}.ics`, 'utf8');

/** A server of calendars on this machine. */
async function calendarServer(answer: RequestListener): Promise<string> {
	const server = createServer(answer);
	await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve));
	afterAll(() => server.close());
	return `http://127.0.0.1:${(server.address() as AddressInfo).port}`;
}

async function teacherOfSmallSchool(environment: { privateCalendars?: boolean } = {}) {
	const app = await freshApp(environment);
	const school = await smallSchool(app, { families: 1, desks: 2 });
	const [row] = await app.db
		.select()
		.from(deskPerson)
		.where(eq(deskPerson.deskId, school.desks[0]!));
	const person = row!.personId;
	const free = async () => {
		const view = await familyView(
			app,
			school.families[0]!.actor,
			school.conference,
			school.families[0]!.id,
		);
		return view.slots.filter(({ desk, free }) => desk === school.desks[0] && free).length;
	};
	return { app, school, person, free, teacher: { kind: 'teacher' as const, person } };
}

describe('addresses that a server may be asked to read', () => {
	const inside = [
		...['127.0.0.1', '10.1.2.3', '172.16.0.1', '172.31.255.255', '192.168.1.1', '169.254.169.254'],
		...['0.0.0.0', '100.64.0.1', '224.0.0.1', '255.255.255.255', '198.18.0.1', '::1', '::'],
		...['fe80::1', 'fc00::1', '::ffff:127.0.0.1', '::ffff:7f00:1', '2002:7f00:1::'],
		...['2001:db8::1', '64:ff9b::7f00:1', 'localhost'],
	];
	it.each(inside)('not %s', (address) => expect(isPublicAddress(address)).toBe(false));
	it.each(['8.8.8.8', '172.32.0.1', '2606:4700::1111'])('but %s', (address) =>
		expect(isPublicAddress(address)).toBe(true),
	);

	it.each(['ftp://a.example/x', 'file:///etc/passwd', 'javascript:1', 'calendar', ''])(
		'none: %s',
		(text) => {
			expect(calendarAddress(text)).toBeNull();
		},
	);

	it.each([
		'http://127.0.0.1:1/x',
		'http://localhost:1/x',
		'http://[::1]:1/x',
		'http://2130706433/x',
		'http://0x7f.1/x',
		'webcal://169.254.169.254/latest',
	])('inside: %s', async (address) => {
		expect(await fetchCalendar(address, { allowPrivate: false })).toEqual({
			ok: false,
			reason: 'private',
		});
	});

	it('are read within limits of time, size and redirects', async () => {
		const origin = await calendarServer((request, response) => {
			const { pathname } = new URL(request.url!, 'http://x');
			if (pathname === '/good') return void response.end(fileText('in-utc'));
			if (pathname === '/moved') return void response.writeHead(302, { location: '/good' }).end();
			if (pathname === '/round') return void response.writeHead(302, { location: '/round' }).end();
			if (pathname === '/elsewhere')
				return void response.writeHead(302, { location: 'file:///etc/passwd' }).end();
			if (pathname === '/large') return void response.end('x'.repeat(3000));
			if (pathname === '/silent') return;
			if (pathname === '/drip') {
				response.write('BEGIN');
				return;
			}
			response.writeHead(403).end();
		});
		const ask = (path: string) =>
			fetchCalendar(`${origin}${path}`, { allowPrivate: true, largest: 2000, timeLimit: 500 });
		expect(await ask('/good')).toEqual({ ok: true, text: fileText('in-utc') });
		expect(await ask('/moved')).toMatchObject({ ok: true });
		for (const [path, reason] of [
			['/round', 'too-many-redirects'],
			['/elsewhere', 'no-address'],
			['/large', 'too-large'],
			['/silent', 'too-slow'],
			['/drip', 'too-slow'],
			['/private', 'refused'],
		])
			expect(await ask(path!), path).toEqual({ ok: false, reason });
		expect(await fetchCalendar('http://127.0.0.1:9/x', { allowPrivate: true })).toEqual({
			ok: false,
			reason: 'unreachable',
		});
	});
});

describe('a teacher’s calendars', () => {
	it('close the slots that they overlap, several of them together, until they are removed', async () => {
		const { app, school, person, teacher, free } = await teacherOfSmallSchool();
		expect(await free()).toBe(10);
		// 16:00 to 17:00 in Halifax: six slots; and a block over two more.
		expect(
			await addCalendarFile(app, teacher, person, { name: 'own.ics', text: fileText('in-utc') }),
		).toEqual({ ok: true, entries: 2 });
		expect(await free()).toBe(4);
		const at = Date.parse('2026-12-03T21:05:00Z');
		await addBlock(app, school.organiser, {
			person,
			start: at,
			end: at + 10 * 60_000,
			allDay: false,
		});
		expect(await free()).toBe(2);
		const { calendars, blocks } = await listCalendars(app, teacher, person);
		expect(calendars).toMatchObject([{ name: 'own.ics', host: null, entries: 2, failure: null }]);
		await removeCalendar(app, teacher, { person, calendar: calendars[0]!.id });
		expect(await free()).toBe(8);
		await removeBlock(app, teacher, { person, block: blocks[0]!.id });
		expect(await free()).toBe(10);
		await addCalendarFile(app, teacher, person, { name: 'away.ics', text: fileText('all-day') });
		expect(await free()).toBe(0);
		const stranger = { kind: 'teacher' as const, person: school.desks[0]! };
		await expect(listCalendars(app, stranger, person)).rejects.toThrow(ForbiddenError);
		await expect(
			addBlock(app, stranger, { person, start: 1, end: 2, allDay: false }),
		).rejects.toThrow(ForbiddenError);
	});

	it('say of an entry that it does not count, also when it is read again', async () => {
		let text = fileText('in-utc');
		const address = await calendarServer((_, response) => response.end(text));
		const { app, person, teacher, free } = await teacherOfSmallSchool({ privateCalendars: true });
		await addCalendarAddress(app, teacher, person, `${address}/own.ics`);
		expect(await free()).toBe(4);
		const closing = async () => (await listCalendars(app, teacher, person)).calendars[0]!.closing;
		const [entry, ...others] = await closing();
		expect([entry, others]).toMatchObject([{ counts: true, turns: 1 }, []]);
		await setEntryCounts(app, teacher, { person, busy: entry!.id, counts: false });
		expect(await free()).toBe(10);
		// It is half an hour longer now.
		text = text.replace('DTEND:20261203T210000Z', 'DTEND:20261203T213000Z');
		await readCalendarsOf(app, teacher, person);
		const [again] = await closing();
		expect(again!.end - entry!.end).toBe(30 * 60_000);
		expect([again!.counts, await free()]).toEqual([false, 10]);
		await setEntryCounts(app, teacher, { person, busy: again!.id, counts: true });
		expect(await free()).toBeLessThan(4);
		const kept = await app.db.select().from(busyTime);
		expect(kept.map((row) => row.entry)).toEqual(
			kept.map(() => expect.stringMatching(/^[\w-]{43}$/)),
		);
	});

	it('count tentative entries and absences as the office decides', async () => {
		const { app, person, teacher, free } = await teacherOfSmallSchool();
		await addCalendarFile(app, teacher, person, {
			name: 'x',
			text: fileText('free-and-cancelled'),
		});
		// 16:00-16:30 perhaps, 17:00-17:30 surely.
		expect(await free()).toBe(10 - 3 - 3);
		await app.db.update(conference).set({ tentativeCounts: false, version: sql`version + 1` });
		expect(await free()).toBe(10 - 3);
	});

	it('are read again by a job; when that fails, what was read holds, and it says since when', async () => {
		const { app, person, teacher, free } = await teacherOfSmallSchool({ privateCalendars: true });
		let text: string | null = fileText('in-utc');
		let asked = 0;
		const origin = await calendarServer((_, response) => {
			asked++;
			if (text === null) response.writeHead(500).end();
			else response.end(text);
		});
		expect(await addCalendarAddress(app, teacher, person, `${origin}/secret-address.ics`)).toEqual({
			ok: true,
			entries: 2,
		});
		expect(await free()).toBe(4);
		const [stored] = await app.db.select().from(calendar);
		expect(stored!.address).not.toContain('secret');
		const { conference: before } = await loadSnapshot(
			app.db,
			(await app.db.select().from(conference))[0]!.id,
		);

		const jobs = await startJobs(app);
		const runJob = () => app.db.execute(sql`select graphile_worker.add_job('read-calendars')`);
		await runJob();
		await vi.waitFor(() => expect(asked).toBe(2), 20_000);
		await vi.waitFor(
			async () =>
				expect((await app.db.select().from(calendar))[0]!.readAt).toBeGreaterThan(stored!.readAt!),
			20_000,
		);
		// Nothing is new: no page is told.
		expect((await loadSnapshot(app.db, before.id)).conference.version).toBe(before.version);

		text = fileText('all-day');
		await runJob();
		await vi.waitFor(async () => expect(await free()).toBe(0), 20_000);
		text = null;
		await runJob();
		await vi.waitFor(
			async () => expect((await app.db.select().from(calendar))[0]!.failure).toBe('refused'),
			20_000,
		);
		expect(await free()).toBe(0);
		const [{ readAt, triedAt } = { readAt: 0, triedAt: 0 }] = await app.db.select().from(calendar);
		expect(triedAt).toBeGreaterThan(readAt!);
		text = '<title>Sign in</title>';
		await readCalendarsOf(app, teacher, person);
		expect((await listCalendars(app, teacher, person)).calendars).toMatchObject([
			{ host: '127.0.0.1', failure: 'no-calendar', entries: 2 },
		]);
		await jobs.stop();
		expect(await addCalendarAddress(app, teacher, person, 'nonsense')).toEqual({
			ok: false,
			reason: 'no-address',
		});
		expect(await app.db.select().from(busyTime)).toHaveLength(2);
	});
});

it('what is sealed is read again with the same key alone', () => {
	const sealed = seal('a key', 'calendar', 'https://secret.example/x');
	expect(sealed).not.toBe(seal('a key', 'calendar', 'https://secret.example/x'));
	expect(unseal('a key', 'calendar', sealed)).toBe('https://secret.example/x');
	expect(unseal('another key', 'calendar', sealed)).toBeNull();
	expect(unseal('a key', 'something else', sealed)).toBeNull();
	const other = sealed.at(-3) === 'A' ? 'B' : 'A';
	expect(unseal('a key', 'calendar', sealed.slice(0, -3) + other + sealed.slice(-2))).toBeNull();
	expect(unseal('a key', 'calendar', '')).toBeNull();
});
