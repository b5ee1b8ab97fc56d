import { execFile } from 'node:child_process';
import { randomUUID } from 'node:crypto';
import { closeSync, mkdtempSync, openSync, readFileSync, rmSync, statSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { promisify } from 'node:util';
import { test as base, expect, type Browser, type Cookie, type Page } from '@playwright/test';
import postgres from 'postgres';
import { freePort } from '../../scripts/ports.mjs';
import { projectRoot } from '../../scripts/project.mjs';
import { copyDatabase } from '../copy-database';
import { startServer } from '../../scripts/server-process.mjs';

export { expect };

const databases =
	process.env.TEN_CHAIRS_TEST_SERVER ??
	readFileSync(join(projectRoot, '.data/test-server'), 'utf8').trim();

export const NOW = '2026-11-24T15:00:00Z';
export const PHONE = { width: 390, height: 844 };

/** A server of its own on a database of its own. */
export interface House {
	readonly origin: string;
	/** The address of its database. */
	readonly url: string;
	readonly pid: number;
	readonly sql: postgres.Sql;
	/** What the server wrote so far. */
	log(): string;
	/** Ends the server, and removes the database unless it is kept under another name. */
	stop(kept?: { keepAs?: string }): Promise<void>;
}

interface DemoSignIn {
	readonly email: string;
	readonly password: string;
	readonly teacher: string;
	readonly families: Record<'Adeyemi-Holt' | 'Gulzar', string>;
}

export type SeededHouse = House & DemoSignIn;

/** A server on a new database: an empty one, or a copy of `like`. */
export async function openHouse(
	environment: NodeJS.ProcessEnv = {},
	like = 'template1',
): Promise<House> {
	const name = `browser_${randomUUID().replaceAll('-', '')}`;
	const admin = openAdmin();
	await copyDatabase(admin, name, like);
	const folder = mkdtempSync(join(tmpdir(), 'ten-chairs-log-'));
	const logFile = openSync(join(folder, 'log'), 'a');
	const url = `${databases}/${name}`;
	const server = await startServer({
		url,
		key: KEY,
		port: environment.PORT ? Number(environment.PORT) : await freePort(),
		env: { TEN_CHAIRS_NOW: NOW, TEN_CHAIRS_LOAD: 'asked', LOG_LEVEL: 'info', ...environment },
		output: logFile,
	});
	const sql = postgres(url, { max: 2, onnotice: () => {} });
	return {
		origin: server.origin,
		url,
		pid: server.pid!,
		sql,
		log: () => readFileSync(join(folder, 'log'), 'utf8'),
		async stop({ keepAs }: { keepAs?: string } = {}) {
			await server.stop();
			await sql.end();
			await admin.unsafe(
				keepAs
					? `alter database ${name} rename to ${keepAs}`
					: `drop database ${name} with (force)`,
			);
			await admin.end();
			closeSync(logFile);
			rmSync(folder, { recursive: true });
		},
	};
}

export const KEY = 'a-key-for-browser-tests-of-32-characters';
const PASSWORD = 'the password of the demo';

const openAdmin = () => postgres(`${databases}/postgres`, { max: 1, onnotice: () => {} });

/** A house with the demo school in it, copied from the one that was seeded first on this cluster. */
export async function openDemo(environment: NodeJS.ProcessEnv = {}): Promise<SeededHouse> {
	const signIn = await seededOnce();
	const house = await openHouse(environment, TEMPLATE);
	const here = JSON.stringify(signIn).replaceAll(ELSEWHERE, house.origin);
	return { ...house, ...(JSON.parse(here) as DemoSignIn) };
}

/** The school as this build seeds it. */
const TEMPLATE = `demo_school_${Math.floor(statSync(join(projectRoot, 'build/index.js')).mtimeMs)}`;
/** The origin of the links that are told of the seeded school; each copy has its own. */
const ELSEWHERE = 'http://seeded.example';

/** Seeds the demo school, once for all who ask at the same time; how one signs in stands beside it. */
async function seededOnce(): Promise<DemoSignIn> {
	const admin = openAdmin();
	try {
		return await admin.begin(async (tx) => {
			await tx`select pg_advisory_xact_lock(hashtext(${TEMPLATE}))`;
			const [known] = await tx<{ told: string }[]>`
				select shobj_description(oid, 'pg_database') as told from pg_database
				where datname = ${TEMPLATE}`;
			if (known) return JSON.parse(known.told) as DemoSignIn;
			const house = await openHouse();
			const told = await seed(house);
			const making = openAdmin();
			await house.stop({ keepAs: TEMPLATE });
			await making.unsafe(`comment on database ${TEMPLATE} is '${told.replaceAll("'", "''")}'`);
			await making.end();
			return JSON.parse(told) as DemoSignIn;
		});
	} finally {
		await admin.end();
	}
}

/** Puts the demo school into an empty house. Returns how one signs in, as JSON. */
async function seed(house: House): Promise<string> {
	const { stdout } = await promisify(execFile)(
		process.execPath,
		['scripts/run-typescript.mjs', 'src/commands/seed-demo.ts'],
		{
			cwd: projectRoot,
			env: {
				...process.env,
				DATABASE_URL: house.url,
				TEN_CHAIRS_KEY: KEY,
				ORIGIN: ELSEWHERE,
				TEN_CHAIRS_NOW: NOW,
				TEN_CHAIRS_DEMO_PASSWORD: PASSWORD,
				LOG_LEVEL: 'warn',
			},
		},
	);
	return stdout.trim();
}

/** The house that the file of tests which runs now shares, and for what. */
let shared: { readonly of: string; readonly house: SeededHouse } | null = null;

async function sharedHouse(of: string): Promise<SeededHouse> {
	if (shared?.of !== of) {
		await closeShared();
		shared = { of, house: await openDemo() };
	}
	return shared.house;
}

async function closeShared(): Promise<void> {
	await shared?.house.stop();
	shared = null;
}

/**
 * The test of the demo house: pages that fail it on any complaint of the browser, and one house for all
 * files that leave the conference as it is. A file that changes it asks for a house of its own by
 * `test.use({ demoOf: … })`; the browser goes on to it.
 */
export const test = base.extend<
	{ complaints: string[]; demo: SeededHouse; demoOf: string },
	{ manners: undefined }
>({
	/** Of a worker, from its first test to its last. */
	manners: [
		async ({ browser }, use) => {
			await waitForScripts(browser);
			await use(undefined);
			await closeShared();
		},
		{ scope: 'worker', auto: true },
	],
	demoOf: ['all', { option: true }],
	demo: async ({ demoOf }, use) => use(await sharedHouse(demoOf)),
	complaints: [
		async ({ context }, use) => {
			const complaints: string[] = [];
			context.on('console', (message) => {
				if (['error', 'warning'].includes(message.type())) complaints.push(message.text());
			});
			context.on('weberror', (error) => complaints.push(error.error().message));
			await use(complaints);
			expect(complaints).toEqual([]);
		},
		{ auto: true },
	],
});

const patient = new WeakSet<object>();

/**
 * Makes every page of this browser wait, once it has opened a document, until the document's script runs:
 * before that a press on a button does nothing, or sends a form the plain way. Whoever opens a page
 * `waitUntil: 'commit'` waits for what it needs by itself.
 */
async function waitForScripts(browser: Browser): Promise<void> {
	const page = await browser.newPage();
	const pages = Object.getPrototypeOf(page) as Page;
	await page.close();
	if (patient.has(pages)) return;
	patient.add(pages);
	for (const name of ['goto', 'reload'] as const) {
		const plainly = pages[name] as (...given: unknown[]) => ReturnType<Page['goto']>;
		Object.assign(pages, {
			async [name](this: Page, ...given: unknown[]) {
				const answer = await plainly.apply(this, given);
				const options = given.at(-1) as { waitUntil?: string } | undefined;
				if (options?.waitUntil !== 'commit') await scriptOf(this);
				return answer;
			},
		});
	}
}

/** Waits until the page's script runs, if it has one. */
async function scriptOf(page: Page): Promise<void> {
	await page.locator('html[data-script=ready], html:not(:has(script))').waitFor();
}

/** What lets the organiser in, by house: a password is checked slowly, and once is enough. */
const sessions = new WeakMap<SeededHouse, Cookie[]>();

/** Signs the organiser in, and ends at the list of conferences. */
export async function signIn(page: Page, demo: SeededHouse): Promise<void> {
	const known = sessions.get(demo);
	if (known) {
		await page.context().addCookies(known);
		await page.goto(`${demo.origin}/office`);
		if (new URL(page.url()).pathname === '/office') return;
	}
	const before = new Set((await page.context().cookies()).map(({ name }) => name));
	await page.goto(`${demo.origin}/sign-in`);
	await page.getByLabel('E-mail').fill(demo.email);
	await page.getByLabel('Password').fill(demo.password);
	await page.getByRole('button', { name: 'Sign in' }).click();
	await page.waitForURL('**/office');
	await scriptOf(page);
	const cookies = await page.context().cookies(demo.origin);
	sessions.set(
		demo,
		cookies.filter(({ name }) => !before.has(name)),
	);
}

/** A family's phone: a browser context of its own. */
export async function phone(browser: Browser, link: string): Promise<Page> {
	const context = await browser.newContext({ viewport: PHONE, hasTouch: true });
	const page = await context.newPage();
	await page.goto(link);
	return page;
}

/** The link of a family's first adult, as the office would copy it. */
export async function linkOf(page: Page, demo: SeededHouse, adult: string): Promise<string> {
	await page.goto(
		`${demo.origin}/office/winter-conferences/families?find=${encodeURIComponent(adult)}`,
	);
	const button = page.getByRole('button', { name: `Copy the private link of ${adult}` });
	const [answer] = await Promise.all([
		page.waitForResponse((response) => response.url().endsWith('/ask/adult.link')),
		button.click(),
	]);
	return ((await answer.json()) as { link: string }).link;
}

/** From whom to the suggestions, at any time. */
export async function toSuggestions(page: Page): Promise<void> {
	await page.getByRole('button', { name: /^See / }).click();
	await page.getByRole('button', { name: /show my visit/i }).click();
	await expect(page.getByRole('button', { name: 'Take this visit' })).toBeVisible();
}

/** Start times and desks on the ribbon. */
export const ribbon = (page: Page): Promise<string[]> =>
	page
		.locator('.appointment')
		.evaluateAll((rows) =>
			rows.map(
				(row) =>
					`${row.querySelector('time')!.textContent!.trim()} ${row.querySelector('strong')!.textContent!.trim()}`,
			),
		);
