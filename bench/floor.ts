// bin/bench floor: what the floor and the list of families cost at the large school, some of it booked: bytes as
// sent, elements, milliseconds to the first seat, to a found name, to another date and to a changed seat, and
// script and layout of each frame while the board is scrolled. Wants a build.
import { resolve } from 'node:path';
import { pathToFileURL } from 'node:url';
import { chromium, type Page } from '@playwright/test';
import postgres from 'postgres';
import { freePort } from '../scripts/ports.mjs';
import { openLargeHouse } from './stampede/large-house';
import { workOfFrames, type TraceEvent } from './work-of-frames';

const { chromiumPath }: typeof import('../scripts/project.mjs') = await import(
	pathToFileURL(resolve('scripts', 'project.mjs')).href
);

const EMAIL = 'office@gannetcove.example';
const PASSWORD = 'a password for the benchmark';
const TIMES = 15;

const house = await openLargeHouse('floor', {}, { isBooked: true });
const server = await house.startServer(await freePort());
const browser = await chromium.launch({
	executablePath: chromiumPath(),
	args: ['--no-sandbox', '--disable-gpu', '--no-first-run', '--disable-dev-shm-usage'],
});
const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
await page.goto(`${server.origin}/sign-in`);
await page.getByLabel('E-mail').fill(EMAIL);
await page.getByLabel('Password').fill(PASSWORD);
await page.getByRole('button', { name: 'Sign in' }).click();
await page.waitForURL('**/office');

const base = `${server.origin}/office/winter-conferences`;
const median = (list: number[]) => list.sort((a, b) => a - b)[Math.floor(list.length / 2)]!;

await measured('floor', `${base}/floor`, 'a.seat');
await measured('families', `${base}/families`, 'tbody tr');
await findingAName();
await theListTended();
await anotherDate(0);
await anotherDate(250);
await aChangedSeat();
await scrolling();
await browser.close();
await server.stop();
house.close();

async function measured(name: string, address: string, first: string) {
	const client = await page.context().newCDPSession(page);
	await client.send('Network.enable');
	let bytes = 0;
	const urls = new Map<string, string>();
	client.on('Network.responseReceived', ({ requestId, response }) =>
		urls.set(requestId, response.url),
	);
	client.on('Network.loadingFinished', ({ requestId, encodedDataLength }) => {
		if (urls.get(requestId) === address) bytes = encodedDataLength;
	});
	const times: number[] = [];
	for (let time = 0; time < 5; time++) {
		const began = performance.now();
		await page.goto(address, { waitUntil: 'commit' });
		await page.locator(first).first().waitFor();
		times.push(performance.now() - began);
		await page.waitForLoadState('load');
	}
	const elements = await page.evaluate(() => document.querySelectorAll('*').length);
	console.log(
		`${name}: document ${(bytes / 1000).toFixed(0)} kB as sent, ${elements} elements, first line after ${median(times).toFixed(0)} ms`,
	);
	await client.detach();
}

async function findingAName() {
	await page.goto(`${base}/floor`, { waitUntil: 'networkidle' });
	const times: number[] = [];
	for (let time = 0; time < TIMES; time++) {
		const answer = page.waitForResponse('**/ask/office.find');
		await page.keyboard.press('F2');
		await page.keyboard.type(['gu', 'am', 'br', 'pe', 'sa'][time % 5]!);
		const found = await answer;
		const timing = found.request().timing();
		await found.finished();
		times.push(timing.responseStart - timing.requestStart);
		await page.keyboard.press('Control+a');
		await page.keyboard.press('Delete');
	}
	console.log(`a name: answered in ${median(times).toFixed(0)} ms`);
}

/**
 * From the click to the frame that shows the date, by the page's own clock. The page reads a date when the pointer
 * comes to rest on it: so many milliseconds before the click.
 */
async function anotherDate(rest: number) {
	await page.mouse.move(600, 600);
	const times: number[] = [];
	for (let time = 0; time < TIMES; time++) {
		const date = page.locator('a[href*="?date="]:not([aria-current])').first();
		const box = (await date.boundingBox())!;
		// In an object: it is not waited for before the click.
		const click = await date.evaluateHandle((link) => {
			let began = 0;
			link.addEventListener('click', () => (began = performance.now()), { once: true });
			const shown = new Promise<number>((resolve) => {
				new MutationObserver(() => {
					if (!link.hasAttribute('aria-current')) return;
					requestAnimationFrame(() => setTimeout(() => resolve(performance.now() - began)));
				}).observe(link, { attributes: true });
			});
			return { shown };
		});
		await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2);
		await page.waitForTimeout(rest);
		await page.mouse.down();
		await page.mouse.up();
		times.push(await click.evaluate(({ shown }) => shown));
	}
	console.log(
		`another date, ${rest} ms after the pointer came to it: shown ${median(times).toFixed(0)} ms after the click`,
	);
}

async function aChangedSeat() {
	await page.goto(`${base}/floor`, { waitUntil: 'networkidle' });
	const seats = page.locator('a.seat[aria-label*="free"]');
	const ids = await seats.evaluateAll((list) => list.map((one) => one.getAttribute('data-slot')!));
	const conference = await conferenceId(page);
	const times: number[] = [];
	for (let time = 0; time < TIMES; time++) {
		const slot = ids[time]!;
		await page.waitForTimeout(700);
		const began = performance.now();
		await page.request.post(`${server.origin}/do/seats.block`, {
			data: { conferenceId: conference, slots: [slot], reason: '', key: `bench ${slot}` },
			headers: { origin: server.origin },
		});
		await page.locator(`[data-slot="${slot}"][aria-label*="blocked"]`).waitFor();
		times.push(performance.now() - began);
	}
	console.log(`a changed seat: shown after ${median(times).toFixed(0)} ms with the act itself`);
}

/** The waiting list is gone through once after the start: half a minute in which all else takes longer. */
async function theListTended() {
	const sql = postgres(house.url, { max: 1, onnotice: () => {} });
	const left = async () =>
		(await sql`select from graphile_worker.jobs where task_identifier = 'tend-waiting-list'`)
			.length;
	while ((await left()) > 0) await page.waitForTimeout(500);
	await sql.end();
}

async function conferenceId(page: Page): Promise<string> {
	const request = page.waitForRequest('**/ask/office.find');
	await page.keyboard.press('F2');
	await page.keyboard.type('gu');
	return (JSON.parse((await request).postData()!) as { conferenceId: string }).conferenceId;
}

async function scrolling() {
	await page.goto(`${base}/floor`, { waitUntil: 'networkidle' });
	const client = await page.context().newCDPSession(page);
	const events: TraceEvent[] = [];
	client.on('Tracing.dataCollected', ({ value }) =>
		events.push(...(value as unknown as TraceEvent[])),
	);
	await page.evaluate(() => {
		const again = () => requestAnimationFrame(again);
		again();
	});
	await client.send('Tracing.start', {
		transferMode: 'ReportEvents',
		traceConfig: { includedCategories: ['devtools.timeline', 'blink', 'v8'] },
	});
	await page.mouse.move(600, 400);
	for (let step = 0; step < 120; step++) {
		await page.mouse.wheel(0, 60);
		await page.waitForTimeout(16);
	}
	const complete = new Promise<void>((done) =>
		client.once('Tracing.tracingComplete', () => done()),
	);
	await client.send('Tracing.end');
	await complete;
	const work = workOfFrames(events).sort((a, b) => a - b);
	const at = (part: number) => work[Math.min(work.length - 1, Math.floor(part * work.length))]!;
	console.log(
		`${work.length} frames while scrolling: script and layout ${at(0.5).toFixed(1)} / ${at(0.95).toFixed(1)} / ${at(1).toFixed(1)} ms at 50/95/100 %`,
	);
}
