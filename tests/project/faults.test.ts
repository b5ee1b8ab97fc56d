// What a server answers when it is asked for nonsense, or cannot answer: always a sentence, never a fault of
// its own.
import { request } from 'node:http';
import postgres from 'postgres';
import sharp from 'sharp';
import { afterAll, beforeAll, describe, expect, it, vi } from 'vitest';
import { openDemo, type SeededHouse } from '../browser/house';

let demo: SeededHouse;
let cookie: string;
let family: string;

const cookiesOf = (response: Response) =>
	response.headers
		.getSetCookie()
		.map((entry) => entry.split(';')[0])
		.join('; ');

beforeAll(async () => {
	demo = await openDemo();
	const signedIn = await fetch(`${demo.origin}/sign-in`, {
		method: 'POST',
		redirect: 'manual',
		headers: { origin: demo.origin },
		body: new URLSearchParams({ email: demo.email, password: demo.password }),
	});
	cookie = cookiesOf(signedIn);
	family = cookiesOf(await fetch(demo.families.Gulzar, { redirect: 'manual' }));
}, 120_000);

afterAll(() => demo.stop());

const ask = (path: string, init: RequestInit = {}, as = cookie) =>
	fetch(`${demo.origin}${path}`, {
		redirect: 'manual',
		...init,
		headers: { cookie: as, origin: demo.origin, accept: 'text/html', ...init.headers },
	});
const NOWHERE = '01a00000-0000-7000-8000-000000000000';
const people = '/office/people';

describe('nonsense', () => {
	it.each([
		[`${people}/families/no-id`, 404],
		[`${people}/families/${NOWHERE}`, 404],
		[`${people}/students/%00`, 400],
		[`${people}/teachers/${'x'.repeat(3000)}`, 404],
		[`${people}/families/no-id/data`, 404],
		['/office/no-such-conference/desks', 404],
		['/office/%00/desks', 400],
		[`${people}/families?find=%00`, 200],
		[`${people}/families?page=99999999999999999999`, 200],
		['/teacher/desk/no-id', 404],
		['/live/no-id', 404],
		['/password/no.such.link', 404],
		['/i/no-such-link', 404],
	])('GET %s is answered with %i', async (path, status) => {
		const response = await ask(path);
		expect(response.status).toBe(status);
		expect(await response.text()).not.toBe('');
	});

	it.each(['\u0000', '\ud800', 'x'.repeat(100)])('whoever finds %j finds nobody', async (text) => {
		const found = await ask('/ask/people.find', {
			method: 'POST',
			headers: { 'content-type': 'application/json' },
			body: JSON.stringify({ text }),
		});
		expect([found.status, await found.json()]).toEqual([200, []]);
	});

	it.each([
		['/do/rooms.save', '{', 'application/json', 400],
		['/do/rooms.save', '{"changes":[]}', 'application/json', 400],
		['/do/rooms.save', '{"changes":[]}', 'text/plain', 415],
		['/do/no.such-change', '{}', 'application/json', 404],
		['/ask/no.such-question', '{}', 'application/json', 404],
		['/ask/basics.read', '{"conferenceId":"no-id"}', 'application/json', 400],
	])('%s with %s as %s is answered with %i', async (path, body, type, status) => {
		const headers = { 'content-type': type, accept: 'application/json' };
		const answer = await ask(path, { method: 'POST', headers, body });
		expect(answer.status).toBe(status);
		expect(await answer.text()).toMatch(status === 404 ? /./ : /sent|read/i);
	});

	it('a link that is wrong names the school and its telephone, and one in capitals opens', async () => {
		const asked = await ask(`${people}/school`);
		const version = /name="version" value="(\d+)"/.exec(await asked.text())![1]!;
		const looks = { colour: '', welcome: '', postalAddress: '', officeHours: '' };
		const fields = { ...looks, name: 'Gannet Cove School', telephone: '902 555 0140', version };
		const saved = await ask(`${people}/school?/save`, {
			method: 'POST',
			body: new URLSearchParams({ ...fields, timeZone: 'Halifax' }),
		});
		expect(saved.status).toBe(200);
		const wrong = await (await ask('/i/no-such-link', {}, '')).text();
		expect(wrong).toContain('Gannet Cove School');
		expect(wrong).toContain('902 555 0140');
		const { pathname } = new URL(demo.families.Gulzar);
		for (const path of [pathname.toUpperCase(), `${pathname}.`, `${pathname}%0A`])
			expect((await ask(path, {}, '')).headers.get('location')).toMatch(/^\/visit\?family=/);
	});

	it.each([
		['a NUL in a name', { name: 'a\0b', email: 'x@x.example', role: 'helper' }, 400],
		['half a letter', { name: '\ud800', email: 'y@x.example', role: 'helper' }, 200],
	])('%s in a form is answered with a sentence', async (_, fields, status) => {
		const response = await ask(`${people}/accounts?/invite`, {
			method: 'POST',
			body: new URLSearchParams(fields),
			headers: { 'x-sveltekit-action': 'true' },
		});
		expect(response.status).toBe(status);
	});

	it('of a helper’s program and a family’s is a problem, also when nobody foresaw it', async () => {
		const token = demo.families.Gulzar.split('/').at(-1)!;
		for (const body of [
			'{"appointments":[{"slot":"x","wishes":[]}]}',
			'{',
			'"\\ud800"',
			'[null]',
		]) {
			const response = await fetch(`${demo.origin}/api/v1/visit/appointments`, {
				method: 'POST',
				body,
				headers: { authorization: `Bearer ${token}`, 'content-type': 'application/json' },
			});
			expect(response.status).toBeLessThan(500);
			expect(response.headers.get('content-type')).toBe('application/problem+json');
		}
	});
});

const MIB = 1024 * 1024;

/** Sends so many bytes on a connection of its own, and answers with the status. */
const sendLarge = (path: string, bytes: number, as: string, { saysSize }: { saysSize: boolean }) =>
	new Promise<number | undefined>((resolve, reject) => {
		const sending = request(
			`${demo.origin}${path}`,
			{
				method: 'POST',
				agent: false,
				headers: {
					cookie: as,
					origin: demo.origin,
					accept: 'text/html',
					'content-type': path.startsWith('/do/')
						? 'application/json'
						: 'application/x-www-form-urlencoded',
					...(saysSize ? { 'content-length': bytes } : {}),
				},
			},
			(response) => {
				response.resume();
				resolve(response.statusCode);
			},
		).on('error', reject);
		for (let sent = 0; sent < bytes; sent += MIB / 4) sending.write(Buffer.alloc(MIB / 4, 97));
		sending.end();
	});

describe('what is too large', () => {
	it.each([
		['/sign-in', 1, ''],
		['/office/people/lists/preview', 1, 'family'],
		['/office/people/lists/preview', 33, 'organiser'],
		['/do/visit.book?as=adult', 1, 'family'],
		['/set-up', 1, ''],
		['/teacher?/picture', 1, ''],
	])('%s refuses %i MiB, said before or not', async (path, size, who) => {
		const as = who === 'organiser' ? cookie : who === 'family' ? family : '';
		// Who may not send anything there is told so first.
		const refusals = [303, 403, 404, 413];
		expect(refusals).toContain(await sendLarge(path, size * MIB, as, { saysSize: true }));
		expect(refusals).toContain(await sendLarge(path, size * MIB, as, { saysSize: false }));
	});

	it('a photograph as cameras take it is taken from a teacher', async () => {
		const teacher = cookiesOf(await fetch(demo.teacher, { redirect: 'manual' }));
		const noise = { type: 'gaussian' as const, mean: 128, sigma: 60 };
		const photo = await sharp({
			create: { width: 1600, height: 1200, channels: 3, background: 'white', noise },
		})
			.png()
			.toBuffer();
		expect(photo.length).toBeGreaterThan(2 * MIB);
		const body = new FormData();
		body.set('picture', new Blob([new Uint8Array(photo)]), 'me.png');
		expect((await ask('/teacher?/picture', { method: 'POST', body }, teacher)).status).toBe(200);
		const [kept] = await demo.sql`select length(webp) as bytes from person_picture`;
		expect(kept!.bytes).toBeLessThan(40_000);
	});

	it('lists of an organiser are taken, and told line by line', async () => {
		const rows = Array.from({ length: 20_000 }, (_, row) => ({
			row: row + 2,
			cells: [`Ines${row} Amaral`, '7A', 'x'.repeat(40)],
		}));
		const table = { name: 'students', header: ['Name', 'Class', 'Note'], rows, faults: [] };
		const body = JSON.stringify({
			tables: [{ table, kind: 'students', columns: ['name', 'class', null] }],
			complete: false,
			answers: {},
		});
		expect(body.length).toBeGreaterThan(MIB);
		const response = await ask(`${people}/lists/preview`, { method: 'POST', body });
		const lines = (await response.text())
			.trim()
			.split('\n')
			.map((line) => JSON.parse(line) as Record<string, unknown>);
		expect(lines.length).toBeGreaterThan(3);
		expect(lines[0]).toHaveProperty('progress');
		expect(lines.at(-1)).toMatchObject({ answer: { unreadable: [] } });
	});
});

it('every answer bears the headers that keep a page to itself', async () => {
	for (const [path, as] of [
		['/sign-in', ''],
		['/office', cookie],
		['/visit/winter-conferences', family],
		['/office', ''],
		['/healthz', ''],
		['/api/v1/openapi.json', ''],
		[`${people}/families/no-id`, cookie],
	] as const) {
		const { headers } = await ask(path, {}, as);
		expect(Object.fromEntries(headers)).toMatchObject({
			'cross-origin-opener-policy': 'same-origin',
			'referrer-policy': 'same-origin',
			'cross-origin-resource-policy': 'same-origin',
			'x-content-type-options': 'nosniff',
			'permissions-policy': expect.stringContaining('camera=()') as string,
		});
	}
});

describe('an open stream', () => {
	/** Reads on until the stream ends; tells when it has begun, and when it has ended. */
	async function listen(as: string) {
		const [row] = await demo.sql`select id from conference`;
		const response = await ask(
			`/live/${row!.id}`,
			{ headers: { accept: 'text/event-stream' } },
			as,
		);
		const reader = response.body!.pipeThrough(new TextDecoderStream()).getReader();
		let text = '';
		while (!text.includes('data:')) text += (await reader.read()).value ?? '';
		let hasEnded = false;
		const ended = (async () => {
			while (!(await reader.read()).done);
			hasEnded = true;
		})();
		return { ended, hasEnded: () => hasEnded };
	}
	const gulzar = async () => {
		const [row] = await demo.sql`select adult.id, invitation.id as invitation from adult
			join invitation on invitation.adult_id = adult.id where family_name = 'Gulzar' limit 1`;
		return row as unknown as { id: string; invitation: string };
	};

	it('of a family ends with a right, a renewed link, a revoked one', async () => {
		const { id, invitation } = await gulzar();
		const [other] = await demo.sql`select student_id as id from family_student limit 1`;
		const changes = [
			() => demo.sql`insert into adult_right (adult_id, student_id, may_book, may_see, is_told)
				values (${id}, ${other!.id}, false, true, true)`,
			() => demo.sql`delete from adult_right where adult_id = ${id}`,
			() => demo.sql`update invitation set revoked_at = now() where id = ${invitation}`,
		];
		const bystander = await listen(cookie);
		for (const change of changes) {
			const stream = await listen(family);
			await change();
			await stream.ended;
		}
		expect((await ask(`/visit/winter-conferences`, {}, family)).status).toBe(404);
		await demo.sql`update invitation set revoked_at = null where id = ${invitation}`;
		expect(bystander.hasEnded()).toBe(false);
	});

	it('of the office ends with the session', async () => {
		const signedIn = await fetch(`${demo.origin}/sign-in`, {
			method: 'POST',
			redirect: 'manual',
			headers: { origin: demo.origin },
			body: new URLSearchParams({ email: demo.email, password: demo.password }),
		});
		const own = cookiesOf(signedIn);
		const bystander = await listen(cookie);
		const stream = await listen(own);
		await ask('/sign-out', { method: 'POST', body: new URLSearchParams() }, own);
		await stream.ended;
		expect(bystander.hasEnded()).toBe(false);
	});

	it('is one of so many of a visitor; one more is told to come again', async () => {
		const [row] = await demo.sql`select id from conference`;
		const open: AbortController[] = [];
		const statuses: number[] = [];
		for (let count = 0; count < 26; count++) {
			const ending = new AbortController();
			open.push(ending);
			const response = await ask(`/live/${row!.id}`, { signal: ending.signal }, family);
			statuses.push(response.status);
			if (response.status === 429) expect(response.headers.get('retry-after')).toBe('30');
		}
		for (const ending of open) ending.abort();
		expect(statuses.filter((status) => status === 200)).toHaveLength(24);
		expect(statuses.at(-1)).toBe(429);
		await vi.waitFor(async () => {
			const ending = new AbortController();
			const { status } = await ask(`/live/${row!.id}`, { signal: ending.signal }, family);
			ending.abort();
			expect(status).toBe(200);
		});
	});
});

it('without its database it says calmly that it is busy, and comes back', async () => {
	const admin = postgres(demo.url.replace(/\/[^/]*$/, '/postgres'), { max: 1, onnotice: () => {} });
	const name = demo.url.split('/').at(-1)!;
	await admin.unsafe(`alter database ${name} allow_connections false`);
	await admin`select pg_terminate_backend(pid) from pg_stat_activity where datname = ${name}`;
	try {
		for (const [path, as] of [
			['/office', cookie],
			['/visit/winter-conferences', family],
			['/sign-in', ''],
			['/office/__data.json', cookie],
		] as const) {
			const response = await ask(path, {}, as);
			expect(response.status, path).toBe(503);
			expect(response.headers.get('retry-after')).toBe('2');
			expect(await response.text()).toMatch(/try again/i);
		}
		const health = await ask('/healthz');
		expect(health.status).toBe(503);
	} finally {
		await admin.unsafe(`alter database ${name} allow_connections true`);
		await admin.end();
	}
	await vi.waitFor(async () => expect((await ask('/office')).status).toBe(200), 20_000);
	expect(demo.log()).not.toMatch(/"level":50/);
}, 60_000);
