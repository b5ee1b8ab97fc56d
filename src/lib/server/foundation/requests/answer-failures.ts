import type { Handle, HandleServerError, Redirect, RequestEvent } from '@sveltejs/kit';
import { isHttpError, isRedirect, json } from '@sveltejs/kit';
import { m } from '$lib/paraglide/messages';
import calmPage from '../../../../error.html?raw';
import type { App } from '../../app';
import { failureOf, RETRY_AFTER, type Failure } from '../failures/failure-of';
import { logFailure } from '../failures/log-failure';

const sentences: Record<Failure['kind'], () => string> = {
	forbidden: () => m.error_forbidden(),
	'not-found': () => m.error_not_found(),
	unreadable: () => m.body_unreadable(),
	'too-large': () => m.body_too_large(),
	busy: () => m.error_busy(),
};

/** Has pages say what happened, and remembers it for the answer's status. */
export const describeFailure =
	(app: () => App | undefined): HandleServerError =>
	({ error, event, status }) => {
		const { request } = event.locals;
		if (status === 404) return { message: m.error_not_found() };
		const failure = failureOf(error);
		logFailure(app(), error, { request, route: event.route.id });
		if (!failure) return { message: m.error_unexpected(), request };
		event.locals.failure = failure;
		return { message: sentences[failure.kind](), request };
	};

/**
 * Gives answers the status of what went wrong: Kit knows 500 only. What fails before a page is reached
 * is answered here.
 */
export const answerFailures =
	(app: () => App): Handle =>
	async ({ event, resolve }) => {
		try {
			const response = await resolve(event);
			const { failure } = event.locals;
			if (!failure || response.status !== 500) return response;
			return withStatus(response, failure);
		} catch (error) {
			if (isRedirect(error)) return redirected(event, error);
			const failure = isHttpError(error) ? null : failureOf(error);
			if (!failure) throw error;
			logFailure(app(), error, { request: event.locals.request, route: event.route.id });
			return withStatus(plainAnswer(event, failure), failure);
		}
	};

/** A way out, as a page's script expects it or as a browser does. */
const redirected = ({ isDataRequest }: RequestEvent, { location, status }: Redirect): Response =>
	isDataRequest
		? json({ type: 'redirect', location })
		: new Response(null, { status, headers: { location } });

function withStatus(response: Response, { kind, status }: Failure): Response {
	const headers = new Headers(response.headers);
	if (kind === 'busy') headers.set('retry-after', String(RETRY_AFTER));
	return new Response(response.body, { status, headers });
}

function plainAnswer({ request, isDataRequest }: RequestEvent, failure: Failure): Response {
	const error = { message: sentences[failure.kind]() };
	const isForScript = isDataRequest || request.headers.get('x-sveltekit-action') === 'true';
	if (isForScript) return json({ type: 'error', error });
	if (!request.headers.get('accept')?.includes('text/html')) return json(error);
	return new Response(calmPage, { headers: { 'content-type': 'text/html; charset=utf-8' } });
}
