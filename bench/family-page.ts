// bin/bench family-page [TIMES]: how a family's page begins on a phone (four times slower processor, slow 4G), with
// and without `static/dates.js`, in turn: milliseconds to the largest paint, and of blocking before and after the
// first paint: what every task of the main thread takes beyond 50 (web.dev, "Total Blocking Time", which counts
// those after it). Medians, and the ratio. Wants a build.
import { resolve } from 'node:path';
import { pathToFileURL } from 'node:url';
import { chromium, type Browser, type CDPSession } from '@playwright/test';
import { freePort } from '../scripts/ports.mjs';
import { openLargeHouse } from './stampede/large-house';
import type { TraceEvent } from './work-of-frames';

const { chromiumPath }: typeof import('../scripts/project.mjs') = await import(
	pathToFileURL(resolve('scripts', 'project.mjs')).href
);

const TIMES = Number(process.argv[3] ?? 11);
const PHONE = { width: 390, height: 844 };
/** Bytes a second and milliseconds. */
const SLOW_4G = {
	offline: false,
	latency: 150,
	downloadThroughput: 1.6e6 / 8,
	uploadThroughput: 750e3 / 8,
};
/** A task blocks as far as it is longer than this; microseconds. */
const SHORT = 50_000;
/** By then the page has long been still; milliseconds. */
const SETTLED = 4_000;

interface Beginning {
	readonly largest: number;
	readonly before: number;
	readonly after: number;
}

const house = await openLargeHouse('family_page');
const server = await house.startServer(await freePort());
const browser = await chromium.launch({
	executablePath: chromiumPath(),
	args: ['--no-sandbox', '--disable-gpu', '--no-first-run', '--disable-dev-shm-usage'],
});
const context = await browser.newContext({ viewport: PHONE });
const first = await context.newPage();
await first.goto(server.origin + house.tokens[0]!.link);
const address = first.url();
const cookies = await context.cookies();
await context.close();

const measured: Record<'with' | 'without', Beginning[]> = { with: [], without: [] };
for (let time = 0; time < TIMES; time++)
	for (const how of ['with', 'without'] as const) measured[how].push(await beginning(browser, how));
await browser.close();
await server.stop();
house.close();

console.log('             with  without  ratio   (ms, medians)');
for (const what of ['largest', 'before', 'after'] as const) {
	const [ours, other] = (['with', 'without'] as const).map((how) =>
		median(measured[how].map((one) => one[what])),
	) as [number, number];
	const figures = [ours.toFixed(0).padStart(8), other.toFixed(0).padStart(8)].join(' ');
	console.log(`${what.padEnd(8)} ${figures}   ${(ours / other).toFixed(2)}`);
}

/** Opens the page once, in a browser that has seen nothing of the school but its cookies. */
async function beginning(browser: Browser, how: 'with' | 'without'): Promise<Beginning> {
	const context = await browser.newContext({ viewport: PHONE });
	await context.addCookies(cookies);
	const page = await context.newPage();
	if (how === 'without') await page.route('**/dates.js', (route) => route.abort());
	const client = await context.newCDPSession(page);
	await client.send('Network.enable');
	await client.send('Network.emulateNetworkConditions', SLOW_4G);
	await client.send('Emulation.setCPUThrottlingRate', { rate: 4 });
	const session = await browser.newBrowserCDPSession();
	const trace = await traced(session, async () => {
		await page.goto(address);
		await page.waitForTimeout(SETTLED);
	});
	const largest = await page.evaluate(
		() =>
			new Promise<number>((resolve) =>
				new PerformanceObserver((list) => resolve(list.getEntries().at(-1)!.startTime)).observe({
					type: 'largest-contentful-paint',
					buffered: true,
				}),
			),
	);
	await context.close();
	const paint = trace.filter(({ name }) => name === 'firstContentfulPaint').at(-1)!;
	const starts = new Set<number>();
	let before = 0;
	let after = 0;
	for (const { name, pid, tid, ts, dur = 0 } of trace) {
		const isTask = /^(ThreadControllerImpl::)?RunTask$/.test(name);
		if (!isTask || pid !== paint.pid || tid !== paint.tid || starts.has(ts)) continue;
		starts.add(ts);
		const over = Math.max(0, dur - SHORT) / 1000;
		if (ts < paint.ts) before += over;
		else after += over;
	}
	return { largest, before, after };
}

async function traced(session: CDPSession, work: () => Promise<void>): Promise<TraceEvent[]> {
	const events: TraceEvent[] = [];
	session.on('Tracing.dataCollected', ({ value }) =>
		events.push(...(value as unknown as TraceEvent[])),
	);
	await session.send('Tracing.start', {
		transferMode: 'ReportEvents',
		traceConfig: {
			includedCategories: ['devtools.timeline', 'toplevel', 'loading', 'blink.user_timing'],
		},
	});
	await work();
	const complete = new Promise((resolve) => session.once('Tracing.tracingComplete', resolve));
	await session.send('Tracing.end');
	await complete;
	return events;
}

function median(list: number[]): number {
	return list.sort((a, b) => a - b)[Math.floor(list.length / 2)]!;
}
