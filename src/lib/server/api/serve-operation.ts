import { createHash, randomUUID } from 'node:crypto';
import type { RequestHandler } from '@sveltejs/kit';
import type { z } from 'zod';
import { type ZodError, type ZodType } from 'zod';
import { SYSTEM, type Actor } from '../../core/permissions/may';
import { KeyReusedError } from '../foundation/runner/record-act';
import type { App as TenChairs } from '../app';
import { failureOf, RETRY_AFTER } from '../foundation/failures/failure-of';
import { logFailure } from '../foundation/failures/log-failure';
import type { Passing, Step } from '../foundation/gate';
import { openLink, type Visitor } from '../invitations/visitors';
import { takesBody, type Operation } from './operation';
import { notFound, Problem } from './problem';
import { TOKEN_START, tokenBearer } from './tokens';

/** What a request brings, read and checked. */
export interface Asked<P, Q, B> {
	readonly app: TenChairs;
	/** An organiser's program, or an adult; for what anybody may ask, the system. */
	readonly actor: Actor;
	readonly params: P;
	readonly query: Q;
	readonly body: B;
	/** The same for the same request, however often it comes. */
	readonly key: string;
}

export interface Given {
	readonly status?: number;
	readonly body?: unknown;
	readonly headers?: Record<string, string>;
}

/**
 * Serves an operation: finds out who asks, counts, reads what was sent, and answers with JSON or with a
 * problem. Cookies mean nothing here.
 */
export function serveOperation<P extends ZodType, Q extends ZodType, B extends ZodType>(
	operation: Operation<P, Q, B>,
	work: (asked: Asked<z.infer<P>, z.infer<Q>, z.infer<B>>) => Promise<Given>,
): RequestHandler {
	return async ({ locals, request, params, url, route, getClientAddress }) => {
		const { app } = locals;
		try {
			const actor = await whoAsks(app, operation, request, getClientAddress);
			const asked = {
				app,
				actor,
				params: readOr(operation.params, params, notFound),
				query: readOr(operation.query, Object.fromEntries(url.searchParams), unreadable),
				body: readOr(operation.body, await readBody(operation, request), unreadable),
				key: keyOf(request),
			};
			const { step } = operation;
			const given = step ? app.gate.pass(passingOf(step, asked), () => work(asked)) : work(asked);
			return answer(request, await given);
		} catch (error) {
			return problemOf(error, locals, route.id).response();
		}
	};
}

/** What stands in the way, as a problem; what nobody foresaw is written down, and a problem as well. */
function problemOf(error: unknown, { app, request }: App.Locals, route: string | null): Problem {
	if (error instanceof Problem) return error;
	if (error instanceof KeyReusedError)
		return new Problem(422, 'key-reused', 'This Idempotency-Key was used for something else.');
	const failure = failureOf(error);
	switch (failure?.kind) {
		case 'forbidden':
		case 'not-found':
			return notFound();
		case 'too-large':
			return new Problem(413, 'too-large', 'The body is too large.', {}, NOT_READ);
		case 'unreadable':
			return new Problem(422, 'unfit', 'The request holds something that cannot be kept.');
		case 'busy': {
			const again = { 'retry-after': String(RETRY_AFTER) };
			return new Problem(503, 'busy', 'Very busy just now: try again.', {}, again);
		}
	}
	logFailure(app, error, { request, route });
	return new Problem(500, 'unexpected', 'Something went wrong here.', { request });
}

/** Whose visit it is about, as far as the gate has to know. */
function passingOf(step: Step, { actor, query }: { actor: Actor; query: unknown }): Passing {
	const { conference = 'the next', family } = query as Partial<Record<string, string>>;
	const own = actor.kind === 'adult' ? actor.families[0] : undefined;
	return { step, conference, family: family ?? own ?? '' };
}

async function whoAsks(
	app: TenChairs,
	{ who, scope }: Operation,
	request: Request,
	clientAddress: () => string,
): Promise<Actor> {
	const token = /^Bearer +([\w-]{1,200})$/.exec(request.headers.get('authorization') ?? '')?.[1];
	if (who === 'anybody' || token === undefined) {
		await app.apiRate.count(`address ${clientAddress()}`);
		if (who === 'anybody') return SYSTEM;
		throw unknownToken();
	}
	await app.apiRate.count(`token ${createHash('sha256').update(token).digest('base64url')}`);
	if (who === 'family') {
		const visitor = await visitorOf(app, token);
		if (visitor?.kind !== 'adult') throw unknownToken();
		return visitor;
	}
	const bearer = token.startsWith(TOKEN_START) ? await tokenBearer(app, token) : null;
	if (!bearer) throw unknownToken();
	if (bearer.actor.kind !== 'organiser' || !bearer.scopes.includes(scope ?? ''))
		throw new Problem(403, 'not-allowed', `The token needs the scope ${scope}.`);
	return bearer.actor;
}

/** A family's own token is the end of its private link. */
async function visitorOf({ db, config }: TenChairs, token: string): Promise<Visitor | null> {
	return (await openLink(db, config.key, token))?.visitor ?? null;
}

const unknownToken = (): Problem =>
	new Problem(
		401,
		'unknown-token',
		'A good token is needed.',
		{},
		{ 'www-authenticate': 'Bearer' },
	);

/** A key of the caller's, told apart from those of people's own pages; else one of our own. */
function keyOf(request: Request): string {
	const key = request.headers.get('idempotency-key');
	if (key === null) return randomUUID();
	if (!/^[\x21-\x7e]{1,200}$/.test(key))
		throw new Problem(400, 'bad-key', 'An Idempotency-Key is up to 200 printable characters.');
	return `api ${key}`;
}

async function readBody(operation: Operation, request: Request): Promise<unknown> {
	if (operation.method === 'get') return undefined;
	const { mostBytes } = operation;
	const tooLarge = () =>
		new Problem(
			413,
			'too-large',
			`The body may have ${mostBytes} bytes at the most.`,
			{},
			NOT_READ,
		);
	if (Number(request.headers.get('content-length') ?? 0) > mostBytes) throw tooLarge();
	const chunks: Uint8Array[] = [];
	let bytes = 0;
	for await (const chunk of request.body ?? []) {
		bytes += chunk.length;
		if (bytes > mostBytes) throw tooLarge();
		chunks.push(chunk);
	}
	if (bytes === 0) return undefined;
	const type = request.headers.get('content-type') ?? '';
	if (operation.bodyType === 'message/rfc822') {
		if (/^message\/rfc822\b/i.test(type)) return Buffer.concat(chunks).toString('latin1');
		throw new Problem(415, 'not-a-message', 'Send message/rfc822, and say so in Content-Type.');
	}
	if (takesBody(operation) && !/^application\/(\S+\+)?json\b/i.test(type))
		throw new Problem(415, 'not-json', 'Send JSON, and say so in Content-Type.');
	try {
		return JSON.parse(new TextDecoder('utf-8', { fatal: true }).decode(Buffer.concat(chunks)));
	} catch {
		throw new Problem(400, 'not-json', 'The body is not JSON in UTF-8.');
	}
}

/** What is left of the body is still on its way: the connection is good for nothing else. */
const NOT_READ = { connection: 'close' };

const unreadable = (error: ZodError): Problem =>
	new Problem(422, 'unfit', 'The request does not fit its description.', {
		errors: error.issues.slice(0, 20).map(({ path, message }) => ({
			pointer: path.map((part) => `/${String(part)}`).join(''),
			detail: message,
		})),
	});

function readOr<T extends ZodType>(
	schema: T,
	value: unknown,
	problem: (error: ZodError) => Problem,
): z.infer<T> {
	const read = schema.safeParse(value);
	if (!read.success) throw problem(read.error);
	return read.data;
}

/** JSON with an ETag; a reader who has that state already is told so. */
function answer(request: Request, { status = 200, body, headers = {} }: Given): Response {
	if (body === undefined) return new Response(null, { status: 204, headers });
	const text = JSON.stringify(body);
	const all: Record<string, string> = { 'content-type': 'application/json', ...headers };
	if (request.method === 'GET') {
		all['etag'] = `"${createHash('sha256').update(text).digest('base64url').slice(0, 27)}"`;
		all['cache-control'] = 'private, no-cache';
		const known = request.headers.get('if-none-match')?.split(/\s*,\s*/) ?? [];
		if (known.some((tag) => tag.replace(/^W\//, '') === all['etag']))
			return new Response(null, { status: 304, headers: all });
	}
	return new Response(text, { status, headers: all });
}
