import { building, dev } from '$app/environment';
import { env } from '$env/dynamic/private';
import { sequence } from '@sveltejs/kit/hooks';
import type { Handle, HandleServerError, RequestEvent, ServerInit } from '@sveltejs/kit';
import { m } from '$lib/paraglide/messages';
import { getLocale } from '$lib/paraglide/runtime';
import { paraglideMiddleware } from '$lib/paraglide/server';
import { hasOrganiser } from '$lib/server/accounts/accounts';
import { setUpCode } from '$lib/server/accounts/set-up';
import { createApp, type App } from '$lib/server/app';
import { readConfig } from '$lib/server/config';
import { migrateDatabase } from '$lib/server/database/migrate';
import { visitorByCookie } from '$lib/server/invitations/visitors';
import { startJobs } from '$lib/server/jobs/jobs';
import { newId } from '$lib/server/identifiers';
import { ForbiddenError } from '$lib/server/permissions/forbidden';
import { textDirection } from '$lib/ui/format/direction';
import { FAMILY_COOKIE, TEACHER_COOKIE } from '$lib/server/web/cookies';

let app: App;

/** Milliseconds from the last request to the end of the process. */
const LONGEST_FAREWELL = 10_000;

export const init: ServerInit = async () => {
	if (building) return;
	const config = readConfig(env);
	app = createApp(config);
	await migrateDatabase(config.databaseUrl, app.migrationsFolder);
	// Open streams would keep the server from ending: they are closed first, requests may finish.
	for (const signal of ['SIGTERM', 'SIGINT'] as const)
		process.once(signal, () => app.live.streams.endAll());
	const jobs = await startJobs(app);
	process.once('sveltekit:shutdown', () => {
		// What a lost connection left behind must not keep the process.
		const end = () => process.exit();
		setTimeout(end, LONGEST_FAREWELL).unref();
		void jobs
			.stop()
			.finally(() => app.close())
			.finally(end);
	});
	if (!(await hasOrganiser(app.db)))
		process.stdout.write(
			`No organiser yet. Set up the school at ${config.origin}/set-up with the code ${setUpCode(config.key)}\n`,
		);
};

const withRequest: Handle = async ({ event, resolve }) => {
	const started = performance.now();
	event.locals.app = app;
	event.locals.request = newId(app.clock);
	const response = await resolve(event);
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
	event.locals.adult = null;
	event.locals.teacher = null;
	if (isForPrograms(event)) return resolve(event);
	const { db, config, accounts } = app;
	const [account, adult, teacher] = await Promise.all([
		accounts.signedIn(event.request.headers),
		visitorByCookie(db, config.key, event.cookies.get(FAMILY_COOKIE)),
		visitorByCookie(db, config.key, event.cookies.get(TEACHER_COOKIE)),
	]);
	event.locals.account = account;
	event.locals.adult = adult?.kind === 'adult' ? adult : null;
	event.locals.teacher = teacher?.kind === 'teacher' ? teacher : null;
	return resolve(event);
};

const withLanguage: Handle = ({ event, resolve }) => {
	if (isForPrograms(event)) return resolve(event);
	return paraglideMiddleware(event.request, ({ request }) => {
		event.request = request;
		return resolve(event, {
			transformPageChunk: ({ html }) =>
				html.replace('%lang%', getLocale()).replace('%dir%', textDirection(getLocale())),
		});
	});
};

const withSafety: Handle = async ({ event, resolve }) => {
	const response = await resolve(event);
	const policy = response.headers.get('content-security-policy');
	const nonce = policy && /script-src[^;]*'(nonce-[^']+)'/.exec(policy)?.[1];
	// Kit names the nonce for styles only when it inlines some itself; libraries bring theirs, too.
	if (!dev && nonce && !/style-src [^;]*'nonce-/.test(policy))
		response.headers.set(
			'content-security-policy',
			policy.replace(/style-src ([^;]*)/, `style-src $1 '${nonce}'`),
		);
	response.headers.set('referrer-policy', 'no-referrer');
	response.headers.set('x-content-type-options', 'nosniff');
	response.headers.set('x-robots-tag', 'noindex, nofollow');
	if (event.url.protocol === 'https:')
		response.headers.set('strict-transport-security', 'max-age=31536000');
	if (!response.headers.has('cache-control') && event.route.id)
		response.headers.set('cache-control', 'no-store');
	return response;
};

export const handle = sequence(withRequest, withSafety, withActors, withLanguage);

export const handleError: HandleServerError = ({ error, event, status }) => {
	const request = event.locals.request;
	if (status === 404) return { message: m.error_not_found() };
	const name = error instanceof Error ? error.name : 'unknown';
	const forbidden = error instanceof ForbiddenError;
	// The stack names code; the error's own text may quote what somebody typed.
	const stack =
		error instanceof Error ? error.stack?.split('\n').filter((line) => /^\s+at /.test(line)) : [];
	app?.log[forbidden ? 'warn' : 'error']({ request, route: event.route.id, name, stack }, 'failed');
	return { message: forbidden ? m.error_forbidden() : m.error_unexpected(), request };
};
