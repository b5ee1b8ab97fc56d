// bin/bench register: reading lists of ten thousand rows, and finding people among three thousand
// families, on a cluster of its own. Times in milliseconds, and as multiples of a bare `select 1`; `stood still`
// is the longest time that this thread did nothing else meanwhile.
import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join, resolve } from 'node:path';
import postgres from 'postgres';
import { sql } from 'drizzle-orm';
import { discardCluster, startCluster } from '../scripts/cluster.mjs';
import { makeLists } from '../demo/make-lists';
import { makeSchool } from '../demo/make-school';
import { randomNumbers } from '../demo/random';
import { proposeKind } from '../src/lib/core/register/propose-columns';
import type { Actor } from '../src/lib/core/permissions/may';
import { readListFile } from '../src/lib/files/read-list-file';
import { writeCsv } from '../src/lib/files/write-csv';
import { writeWorkbook } from '../src/lib/files/write-workbook';
import { setUpSchool } from '../src/lib/server/accounts/set-up';
import { createApp } from '../src/lib/server/app';
import { migrateDatabase } from '../src/lib/server/foundation/database/migrate';
import { account } from '../src/lib/server/foundation/database/schema';
import { findPeople, listRegisterFamilies } from '../src/lib/server/register/list-people';
import { applyLists, previewLists } from '../src/lib/server/register/read-lists';

const ROWS = 10_000;
/** So many times the demo school have three thousand families. */
const TIMES = 18;
const SEARCHES = 600;

const megabytes = () => Math.round(process.memoryUsage().rss / 1e6);
async function timed<T>(what: string, work: () => Promise<T>): Promise<T> {
	const [before, started] = [megabytes(), performance.now()];
	let peak = before;
	let [longest, last] = [0, performance.now()];
	const watch = setInterval(() => {
		peak = Math.max(peak, megabytes());
		longest = Math.max(longest, performance.now() - last);
		last = performance.now();
	}, 10);
	const result = await work();
	longest = Math.max(longest, performance.now() - last);
	clearInterval(watch);
	peak = Math.max(peak, megabytes());
	const ms = Math.round(performance.now() - started);
	console.log(
		`${what.padEnd(58)} ${String(ms).padStart(6)} ms, stood still ${String(Math.round(longest)).padStart(5)} ms   memory ${before} -> ${peak} MB`,
	);
	return result;
}
const percentile = (values: number[], part: number) =>
	[...values].sort((a, b) => a - b)[Math.floor(values.length * part)]!;

const school = makeSchool(TIMES);
const tables = makeLists(school);
const adults = tables.find(({ name }) => name === 'adults')!;
const rows = Array.from({ length: ROWS }, (_, at) => adults.rows[at % adults.rows.length]!);
const long = { ...adults, rows };
const csv = new TextEncoder().encode(writeCsv(long));
await timed(`reading ${ROWS} rows of CSV (${Math.round(csv.length / 1000)} kB)`, () =>
	readListFile('adults.csv', csv),
);
const workbook = await writeWorkbook([long], 0);
await timed(`reading ${ROWS} rows of XLSX (${Math.round(workbook.length / 1000)} kB)`, () =>
	readListFile('adults.xlsx', workbook),
);

const data = mkdtempSync(join(tmpdir(), 'ten-chairs-bench-'));
const cluster = await startCluster(data);
try {
	const admin = postgres(cluster.url('postgres'), { max: 1, onnotice: () => {} });
	await admin.unsafe('create database bench');
	await admin.end();
	const databaseUrl = cluster.url('bench');
	await migrateDatabase(databaseUrl, resolve('migrations'));
	const app = createApp({
		databaseUrl,
		key: 'a-key-for-benchmarks-of-32-characters',
		origin: 'http://127.0.0.1:1',
		startAt: undefined,
		logLevel: 'silent',
		pool: 5,
		smtpUrl: undefined,
		mailFrom: '',
		videoService: null,
		privateCalendars: false,
		apiRate: 240,
		streams: 1000,
	});
	await setUpSchool(app, {
		school: 'Bench',
		timeZone: 'America/Halifax',
		organiser: { name: 'Office', email: 'office@bench.example', password: 'a long password' },
	});
	const [office] = await app.db.select().from(account);
	const organiser: Actor = { kind: 'organiser', account: office!.id };
	const read = (
		await Promise.all(
			tables.map((table) =>
				readListFile(`${table.name}.csv`, new TextEncoder().encode(writeCsv(table))),
			),
		)
	).flat();
	const lists = {
		tables: read.map((table) => ({ table, ...proposeKind(table) })),
		complete: true,
		answers: {},
	};
	const count = read.reduce((sum, { rows }) => sum + rows.length, 0);
	const hundredThousand = await readListFile(
		'adults.csv',
		new TextEncoder().encode(
			writeCsv({
				...adults,
				rows: Array.from({ length: 10 * ROWS }, (_, at) =>
					adults.rows[at % adults.rows.length]!.map((cell, column) =>
						column === 0 ? `${cell}${Math.floor(at / adults.rows.length) || ''}` : cell,
					),
				),
			}),
		),
	);
	await timed(`previewing ${10 * ROWS} rows of one list`, () =>
		previewLists(app, organiser, {
			tables: hundredThousand.map((table) => ({ table, ...proposeKind(table) })),
			complete: false,
			answers: {},
		}),
	);
	const { seen } = await timed(`previewing ${count} rows of five lists`, () =>
		previewLists(app, organiser, lists),
	);
	await timed(`writing them (empty register)`, () =>
		applyLists(app, organiser, lists, { seen, leaveOut: true }),
	);
	await timed(`previewing the same again (nothing to change)`, () =>
		previewLists(app, organiser, lists),
	);

	const random = randomNumbers(7);
	const names = school.families.flatMap(({ label, adults }) => [label, adults[0]!.givenName]);
	const words = Array.from({ length: SEARCHES }, () => {
		const name = names[Math.floor(random() * names.length)]!;
		const short = name.slice(0, 2 + Math.floor(random() * 5));
		// Every third time with a slip: two letters change places.
		return random() < 0.33 && short.length > 3
			? `${short[0]}${short[2]}${short[1]}${short.slice(3)}`
			: short;
	});
	await app.db.execute(sql`analyze`);
	const measure = async (work: (text: string) => Promise<unknown>) => {
		const times: number[] = [];
		for (const text of words) {
			const started = performance.now();
			await work(text);
			times.push(performance.now() - started);
		}
		return times;
	};
	const bare = percentile(await measure(() => app.db.execute(sql`select 1`)), 0.5);
	const report = (what: string, times: number[]) => {
		const [half, most, nearlyAll] = [0.5, 0.95, 0.99].map((part) => percentile(times, part));
		console.log(
			`${what.padEnd(58)} ${half!.toFixed(1)} / ${most!.toFixed(1)} / ${nearlyAll!.toFixed(1)} ms at 50/95/99 %, ${(most! / bare).toFixed(0)} x a bare statement at 95 %`,
		);
	};
	const families = await listRegisterFamilies(app, organiser, {
		find: '',
		sort: 'name',
		descending: false,
		page: 1,
		gone: false,
	});
	console.log(`families: ${families.total}`);
	report('finding anybody', await measure((text) => findPeople(app, organiser, text)));
	report(
		'a page of families, found and sorted',
		await measure((find) =>
			listRegisterFamilies(app, organiser, {
				find,
				sort: 'name',
				descending: false,
				page: 1,
				gone: false,
			}),
		),
	);
	await app.close();
} finally {
	cluster.stop();
	discardCluster(data);
}
