import { building, dev } from '$app/environment';
import { env } from '$env/dynamic/private';
import { sequence } from '@sveltejs/kit/hooks';
import type { Handle, RequestEvent, ServerInit } from '@sveltejs/kit';
import { getLocale } from '$lib/paraglide/runtime';
import { paraglideMiddleware } from '$lib/paraglide/server';
import { dateLocaleOf } from '$lib/core/time/written-time';
import { USUAL_COLOURS } from '$lib/core/look/school-colours';
import { colourStyle } from '$lib/ui/look/colour-style';
import { hasOrganiser } from '$lib/server/accounts/accounts';
import { setUpCode } from '$lib/server/accounts/set-up';
import type { App } from '$lib/server/app';
import { readConfig } from '$lib/server/foundation/config';
import { visitorByCookie, visitorsByCookie } from '$lib/server/invitations/visitors';
import { runApp, type RunningApp } from '$lib/server/run-app';
import { newId } from '$lib/server/foundation/identifiers';
import { loadProgram } from '$lib/server/foundation/load-program';
import { textDirection } from '$lib/ui/parts/format/direction';
import { answerFailures, describeFailure } from '$lib/server/foundation/requests/answer-failures';
import { limitBodies } from '$lib/server/foundation/requests/body-limits';
import { withCompression } from '$lib/server/foundation/requests/compression';
import { FAMILY_COOKIE, TEACHER_COOKIE } from '$lib/server/foundation/requests/cookies';
import { guardTrees } from '$lib/server/foundation/requests/guard-trees';
import { withHeaders } from '$lib/server/foundation/requests/headers';
import { InFlight } from '$lib/server/foundation/requests/in-flight';

let app: App;

/** Milliseconds from the last request to the end of the process. */
const LONGEST_FAREWELL = 10_000;

interface AtWork {
	readonly running: Promise<RunningApp>;
	/** Requests that it is answering. */
	readonly answering: InFlight;
}

/** While the sources are watched, each edit begins this module anew; what runs stands in the process. */
const atWork = globalThis as { tenChairs?: AtWork | undefined };

/** The program that the latest edit began, also for a request that came before. */
async function takeLatest(): Promise<InFlight> {
	const latest = atWork.tenChairs!;
	({ app } = await latest.running);
	return latest === atWork.tenChairs ? latest.answering : takeLatest();
}

export const init: ServerInit = async () => {
	if (building) return;
	const config = readConfig(env);
	const before = atWork.tenChairs;
	const running = (async () => {
		const earlier = await before?.running.catch(() => undefined);
		earlier?.app.live.streams.endAll();
		await before?.answering.quiet();
		await earlier?.end();
		return runApp(config);
	})();
	atWork.tenChairs = { running, answering: new InFlight() };
	const answering = await takeLatest();
	if (!(await answering.during(() => hasOrganiser(app.db))))
		process.stdout.write(
			`No organiser yet. Set up the school at ${config.origin}/set-up with the code ${setUpCode(config.key)}\n`,
		);
	if (dev) return;
	if (config.loadsAhead) await loadProgram();
	// Open streams would keep the server from ending: they are closed first, requests may finish.
	for (const signal of ['SIGTERM', 'SIGINT'] as const)
		process.once(signal, () => app.live.streams.endAll());
	process.once('sveltekit:shutdown', () => {
		// What a lost connection left behind must not keep the process.
		const leave = () => process.exit();
		setTimeout(leave, LONGEST_FAREWELL).unref();
		void running.then((one) => one.end()).finally(leave);
	});
};

const withRequest: Handle = async ({ event, resolve }) => {
	const started = performance.now();
	const answering = await takeLatest();
	event.locals.app = app;
	event.locals.request = newId(app.clock);
	event.locals.failure = null;
	const response = await answering.during(async () => resolve(event));
	// The route, not the address: addresses bear the secrets of links.
	app.log.info(
		{
			request: event.locals.request,
			method: event.request.method,
			route: event.route.id,
			status: response.status,
			milliseconds: Math.round(performance.now() - started),
		},
		'request',
	);
	return response;
};

/** The open interface takes tokens alone and speaks no language: cookies mean nothing there. */
const isForPrograms = ({ route }: RequestEvent): boolean => route.id?.startsWith('/api/') ?? false;

const withActors: Handle = async ({ event, resolve }) => {
	event.locals.account = null;
	event.locals.adults = [];
	event.locals.adult = null;
	event.locals.teacher = null;
	if (isForPrograms(event)) return resolve(event);
	const { db, config, accounts } = app;
	const [account, visitors, teacher] = await Promise.all([
		accounts.signedIn(event.request.headers),
		visitorsByCookie(db, config.key, event.cookies.get(FAMILY_COOKIE)),
		visitorByCookie(db, config.key, event.cookies.get(TEACHER_COOKIE)),
	]);
	event.locals.account = account;
	const adults = visitors.filter((visitor) => visitor.kind === 'adult');
	const family = event.url.searchParams.get('family');
	event.locals.adults = adults;
	event.locals.adult =
		adults.find(({ families }) => family !== null && families.includes(family)) ??
		adults[0] ??
		null;
	event.locals.teacher = teacher?.kind === 'teacher' ? teacher : null;
	return resolve(event);
};

const withLanguage: Handle = ({ event, resolve }) => {
	if (isForPrograms(event)) return resolve(event);
	return paraglideMiddleware(event.request, ({ request }) => {
		event.request = request;
		return resolve(event, {
			transformPageChunk: async ({ html }) =>
				html.includes('%lang%')
					? html
							.replace('%lang%', getLocale())
							.replace('%dates%', dateLocaleOf(getLocale()))
							.replace('%dir%', textDirection(getLocale()))
							.replace('%look%', colourStyle((await app.look.ifThere())?.colours ?? USUAL_COLOURS))
					: html,
		});
	});
};

export const handle = sequence(
	withRequest,
	withCompression,
	withHeaders,
	answerFailures(() => app),
	withActors,
	withLanguage,
	guardTrees,
	limitBodies,
);

export const handleError = describeFailure(() => app);
