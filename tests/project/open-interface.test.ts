import { readFileSync } from 'node:fs';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { App } from '$lib/server/app';
import { makeToken, revokeToken } from '$lib/server/api/tokens';
import { codeFrom } from '$lib/core/codes';
import { ownerOfCode } from '$lib/server/invitations/codes';
import { account } from '$lib/server/foundation/database/schema';
import { freshApp } from '../server/database';
import { KEY, openDemo, type SeededHouse } from '../browser/house';
import { appBeside } from './app-beside';
import { hostileRequests } from './hostile-requests';

/** Enough to meet every kind of request many times; `bin/bench fuzz` sends 20,000. */
const HOSTILE = 800;

let demo: SeededHouse;
let app: App;
let organiser: string;
let family: string;
let other: string;
let conference: string;

interface Answer {
	readonly status: number;
	readonly headers: Headers;
	readonly json: any; // eslint-disable-line @typescript-eslint/no-explicit-any -- what came over the wire
}

async function ask(
	token: string | null,
	method: string,
	path: string,
	body?: unknown,
	headers: Record<string, string> = {},
): Promise<Answer> {
	const response = await fetch(`${demo.origin}/api/v1${path}`, {
		method,
		headers: {
			...(token ? { authorization: `Bearer ${token}` } : {}),
			...(body === undefined ? {} : { 'content-type': 'application/json' }),
			...headers,
		},
		...(body === undefined ? {} : { body: JSON.stringify(body) }),
	});
	const text = await response.text();
	return {
		status: response.status,
		headers: response.headers,
		json: text ? JSON.parse(text) : null,
	};
}

beforeAll(async () => {
	demo = await openDemo({ TEN_CHAIRS_API_RATE: '1000000' });
	app = appBeside(demo);
	const [office] = await app.db.select().from(account);
	const made = await makeToken(
		app,
		{ kind: 'organiser', account: office!.id },
		{
			name: 'test',
			scopes: ['conferences:read', 'conferences:write', 'invitations:write', 'mail:write'],
		},
	);
	organiser = made.token;
	family = demo.families.Gulzar.split('/').at(-1)!;
	other = demo.families['Adeyemi-Holt'].split('/').at(-1)!;
	const [row] = await demo.sql`select id from conference`;
	conference = row!.id;
}, 120_000);

afterAll(async () => {
	await app.close();
	await demo.stop();
});

describe('an organiser’s program', () => {
	it('hands over a message that came back, as it came', async () => {
		const hand = async (message: string, headers: Record<string, string>) => {
			const authorization = `Bearer ${organiser}`;
			const answer = await fetch(`${demo.origin}/api/v1/returned-mail`, {
				method: 'POST',
				headers: { authorization, ...headers },
				body: message,
			});
			return [answer.status, await answer.json()];
		};
		const type = { 'content-type': 'message/rfc822' };
		// A letter in Latin 1 is no UTF-8, and no fault.
		const letter = 'From: a@b.example\r\nSubject: Away\r\n\r\nZur\xfcck am Montag.\r\n';
		expect(await hand(letter, type)).toEqual([200, { isNoted: false }]);
		expect(await hand('{}', { 'content-type': 'application/json' })).toMatchObject([415, {}]);
		expect(await hand(`Subject: ${'a'.repeat(300_000)}`, type)).toMatchObject([413, {}]);
	});

	it('reads conferences, slots and invitations, each with an ETag', async () => {
		const list = await ask(organiser, 'GET', '/conferences');
		expect(list.json).toMatchObject([
			{ id: conference, address: 'winter-conferences', phase: 'open' },
		]);
		const whole = await ask(organiser, 'GET', `/conferences/${conference}`);
		expect(whole.json.desks).toHaveLength(28);
		const tag = whole.headers.get('etag')!;
		const again = await ask(organiser, 'GET', `/conferences/${conference}`, undefined, {
			'if-none-match': tag,
		});
		expect(again.status).toBe(304);
		const [desk] = whole.json.desks;
		const free = await ask(
			organiser,
			'GET',
			`/conferences/${conference}/slots?desk=${desk.id}&state=free`,
		);
		expect(free.json).toHaveLength(desk.free);
		expect(free.json.every((slot: { state: string }) => slot.state === 'free')).toBe(true);
		const invited = await ask(organiser, 'POST', `/conferences/${conference}/invitations`);
		const once = await ask(organiser, 'POST', `/conferences/${conference}/invitations`);
		expect(once.json).toEqual(invited.json);
		expect(new Set(invited.json.map(({ code }: { code: string }) => code)).size).toBe(
			invited.json.length,
		);
		expect(JSON.stringify(invited.json)).toContain(demo.families.Gulzar);
		const { family: id, code } = invited.json[0];
		expect(
			await ownerOfCode(app.db, { key: KEY }, ` ${code.toLowerCase().replaceAll('-', ' ')}`),
		).toEqual({ kind: 'family', id, version: 1 });
		expect(await ownerOfCode(app.db, { key: KEY }, codeFrom(1n))).toBeNull();
		const stored = JSON.stringify(await demo.sql`select * from family_code`);
		expect(stored).not.toContain(invited.json[0].code.replaceAll('-', ''));
	});

	it('needs a good token with the scope; nothing stored lets anyone in', async () => {
		const [office] = await app.db.select().from(account);
		const actor = { kind: 'organiser' as const, account: office!.id };
		const narrow = await makeToken(app, actor, { name: 'narrow', scopes: ['conferences:read'] });
		expect((await ask(narrow.token, 'GET', '/conferences')).status).toBe(200);
		expect((await ask(narrow.token, 'POST', `/conferences/${conference}/invitations`)).status).toBe(
			403,
		);
		expect(JSON.stringify(await demo.sql`select * from api_token`)).not.toContain(
			narrow.token.slice(4),
		);
		await revokeToken(app, actor, { id: narrow.id });
		const refused = await ask(narrow.token, 'GET', '/conferences');
		expect(refused.status).toBe(401);
		expect(refused.headers.get('content-type')).toBe('application/problem+json');
		expect(refused.json).toMatchObject({
			status: 401,
			type: 'urn:ten-chairs:problem:unknown-token',
		});
		expect((await ask(family, 'GET', '/conferences')).status).toBe(401);
		expect((await ask(organiser, 'GET', '/visit')).status).toBe(401);
		expect((await ask(null, 'GET', '/visit')).status).toBe(401);
	});

	it('takes a whole conference from one database to an empty one', async () => {
		const file = await ask(organiser, 'GET', `/conferences/${conference}/file`);
		expect(file.status).toBe(200);
		expect(JSON.stringify(file.json)).not.toMatch(/knows_safety|password/);
		const known = await ask(organiser, 'POST', '/conferences', file.json);
		expect(known.status).toBe(409);

		const { importConference } = await import('$lib/server/api/conference-file/import-conference');
		const { exportConference } = await import('$lib/server/api/conference-file/export-conference');
		const { conferenceFile } = await import('$lib/server/api/conference-file/schema');
		const empty = await freshApp();
		const system = { kind: 'system' } as const;
		expect(await importConference(empty, system, conferenceFile.parse(file.json))).toEqual({
			ok: true,
			id: conference,
		});
		expect(await exportConference(empty, system, conference)).toEqual(file.json);
		const count = async (sql: SeededHouse['sql']) =>
			sql`select kind, count(*)::int from claim where appointment_id is not null group by kind order by kind`;
		const { default: postgres } = await import('postgres');
		const there = postgres(empty.config.databaseUrl, { max: 1 });
		expect(await count(there)).toEqual(await count(demo.sql));
		await there.end();
		const { conferenceFileSchema } = await import('$lib/server/api/conference-file/json-schema');
		expect(JSON.parse(readFileSync('docs/conference-file.schema.json', 'utf8'))).toEqual(
			JSON.parse(JSON.stringify(conferenceFileSchema())),
		);
		const broken = { ...file.json, tables: { ...file.json.tables, takenSlots: [] } };
		const second = await freshApp();
		expect(await importConference(second, system, conferenceFile.parse(broken))).toMatchObject({
			ok: false,
			reason: 'unfit',
		});
	}, 60_000);
});

describe('a family’s program', () => {
	it('plans, holds, books, changes and cancels; the same key does the same once', async () => {
		const visit = (await ask(family, 'GET', '/visit')).json;
		expect(visit.appointments).toEqual([]);
		const { plans } = (await ask(family, 'POST', '/visit/plans', {})).json;
		expect(plans.length).toBeGreaterThanOrEqual(3);
		const appointments = plans[0].appointments.map(
			({ slot, wishes, mode }: { slot: string; wishes: string[]; mode: string }) => ({
				slot,
				wishes,
				mode,
			}),
		);
		const held = await ask(family, 'POST', '/visit/holds', { appointments });
		expect(held).toMatchObject({ status: 201, json: { kind: 'hold' } });
		const foreign = await ask(other, 'GET', '/visit');
		const heldSlots = new Set(appointments.map(({ slot }: { slot: string }) => slot));
		const shared = foreign.json.slots.filter(({ id }: { id: string }) => heldSlots.has(id));
		expect(shared).not.toEqual([]);
		for (const { free } of shared) expect(free).toBe(false);

		const key = { 'idempotency-key': 'one' };
		const booked = await ask(family, 'POST', '/visit/appointments', { appointments }, key);
		expect(booked.status).toBe(201);
		expect(booked.json.appointments).toHaveLength(appointments.length);
		expect(booked.json.holds).toEqual([]);
		const again = await ask(family, 'POST', '/visit/appointments', { appointments }, key);
		expect(again.json.appointments).toEqual(booked.json.appointments);
		const misused = await ask(
			family,
			'POST',
			'/visit/appointments',
			{ appointments: appointments.slice(1) },
			key,
		);
		expect(misused).toMatchObject({
			status: 422,
			json: { type: 'urn:ten-chairs:problem:key-reused' },
		});
		const twice = await ask(family, 'POST', '/visit/appointments', { appointments });
		expect(twice.status).toBe(409);
		expect(twice.json.conflicts).toHaveLength(appointments.length);
		for (const { code } of twice.json.conflicts)
			expect(['taken', 'already-arranged']).toContain(code);

		const fewer = await ask(family, 'PUT', '/visit/appointments', {
			appointments: appointments
				.slice(1)
				.map(({ slot, wishes }: { slot: string; wishes: string[] }) => ({ slot, wishes })),
		});
		expect(fewer.json.appointments).toHaveLength(appointments.length - 1);
		for (const { id } of fewer.json.appointments)
			expect((await ask(family, 'DELETE', `/visit/appointments/${id}`)).status).toBe(200);
		expect((await ask(family, 'GET', '/visit')).json.appointments).toEqual([]);
	});

	it('is told what went, and offered plans that keep the rest', async () => {
		const { plans } = (await ask(family, 'POST', '/visit/plans', {})).json;
		const wanted = plans[0].appointments.map(
			({ slot, wishes }: { slot: string; wishes: string[] }) => ({ slot, wishes }),
		);
		const gone = wanted[0].slot;
		await demo.sql`update slot set blocked_at = now() where id = ${gone}`;
		await demo.sql`update conference set version = version + 1`;
		const lost = await ask(family, 'POST', '/visit/appointments', { appointments: wanted });
		expect(lost).toMatchObject({
			status: 409,
			json: { conflicts: [{ slot: gone, code: 'taken' }] },
		});
		const kept = wanted.slice(1).map(({ slot }: { slot: string }) => slot);
		const first = lost.json.plans[0].appointments.map(({ slot }: { slot: string }) => slot);
		expect(first).toEqual(expect.arrayContaining(kept));
		expect(first).not.toContain(gone);
		const fresh = lost.json.plans[0].appointments.map(
			({ slot, wishes, mode }: Record<string, unknown>) => ({ slot, wishes, mode }),
		);
		expect((await ask(family, 'POST', '/visit/appointments', { appointments: fresh })).status).toBe(
			201,
		);
	});

	it('neither sees nor touches what is another family’s', async () => {
		const mine = (await ask(other, 'GET', '/visit')).json;
		const theirs = await demo.sql<{ id: string }[]>`
			select id from appointment where standing = 'booked' and family_id <> ${mine.family} limit 3`;
		expect(theirs).not.toEqual([]);
		for (const { id } of theirs)
			expect((await ask(other, 'DELETE', `/visit/appointments/${id}`)).status).toBe(404);
		const [foreign] = await demo.sql`select id from family where id <> ${mine.family} limit 1`;
		expect((await ask(other, 'GET', `/visit?family=${foreign!.id}`)).status).toBe(404);
	});
});

it('the description names every operation, and its own shapes', async () => {
	const { json } = await ask(null, 'GET', '/openapi.json');
	expect(json.openapi).toBe('3.1.0');
	const names = Object.entries<Record<string, { operationId: string }>>(json.paths).flatMap(
		([path, methods]) => Object.keys(methods).map((method) => `${method} ${path}`),
	);
	expect(names).toContain('post /visit/appointments');
	expect(names).toHaveLength(16);
	expect(JSON.stringify(json.paths['/visit/appointments'].post.requestBody)).toContain(
		'"maxItems":40',
	);
});

it('whoever asks too often is told when to come again', async () => {
	const { ApiRate } = await import('$lib/server/api/rate-limit');
	const rate = new ApiRate(2);
	await rate.count('a');
	await rate.count('a');
	await rate.count('b');
	await expect(rate.count('a')).rejects.toMatchObject({ status: 429, kind: 'too-many-requests' });
	const problem = await rate.count('a').catch((error) => error);
	expect(Number(problem.headers['retry-after'])).toBeGreaterThan(0);
});

it(`${HOSTILE} hostile requests: never an error of the server’s, never another family’s data`, async () => {
	const mine = (await ask(family, 'GET', '/visit')).json;
	const rows = await demo.sql<{ id: string }[]>`
		(select id from slot limit 200) union (select id from wish limit 200) union (select id from adult limit 20)
		union (select id from student limit 20) union (select id from appointment limit 50)
		union (select id from conference) union (select id from family limit 20)`;
	const names = await demo.sql<{ name: string }[]>`
		select distinct given_name as name from student where given_name is not null
			and id not in (select student_id from family_student where family_id = ${mine.family})`;
	const own = new Set(mine.students.map(({ name }: { name: string }) => name));
	const foreign = new RegExp(
		`"(${names
			.map(({ name }) => name)
			.filter((name) => !own.has(name) && name.length > 3)
			.join('|')})"`,
	);
	const prey = { tokens: [family], ids: rows.map(({ id }) => id) };
	const statuses = new Map<number, number>();
	const requests = [...hostileRequests(HOSTILE, 7, prey)];
	const bad: string[] = [];
	await Promise.all(
		Array.from({ length: 8 }, async () => {
			for (let request = requests.pop(); request; request = requests.pop()) {
				const { method, path, headers, body } = request;
				const response = await fetch(`${demo.origin}/api/v1${path}`, {
					method,
					headers,
					redirect: 'manual' as const,
					...(body === undefined ? {} : { body }),
				});
				const text = await response.text();
				statuses.set(response.status, (statuses.get(response.status) ?? 0) + 1);
				if (response.status >= 500 || foreign.test(text))
					bad.push(
						`${response.status} ${method} ${path} ${String(body).slice(0, 300)} -> ${text.slice(0, 200)}`,
					);
			}
		}),
	);
	expect(bad).toEqual([]);
	expect([...statuses.keys()]).toEqual(
		expect.arrayContaining([200, 400, 401, 404, 409, 413, 415, 422]),
	);
}, 120_000);
