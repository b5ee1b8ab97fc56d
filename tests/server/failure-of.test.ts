import { expect, it } from 'vitest';
import { KeyReusedError } from '$lib/server/foundation/runner/record-act';
import { BusyError } from '$lib/server/foundation/database/transaction';
import { BodyTooLargeError, failureOf } from '$lib/server/foundation/failures/failure-of';
import { ForbiddenError } from '$lib/server/foundation/forbidden';

/** An error as PostgreSQL's driver throws it, inside one of Drizzle's. */
const fromDatabase = (code: string, more: object = {}) =>
	new Error('Failed query', { cause: Object.assign(new Error('refused'), { code, ...more }) });

it.each([
	['who may not', new ForbiddenError(), 'forbidden 403'],
	['too many at once', new BusyError(), 'busy 503'],
	['a body that is too large', new BodyTooLargeError(), 'too-large 413'],
	['a lock that is not given', fromDatabase('55P03'), 'busy 503'],
	['a statement that takes too long', fromDatabase('57014'), 'busy 503'],
	['a transaction that does nothing', fromDatabase('25P03'), 'busy 503'],
	['a database that is away', fromDatabase('ECONNREFUSED'), 'busy 503'],
	['a database that ends sessions', fromDatabase('57P01', { severity: 'FATAL' }), 'busy 503'],
	['too many connections', fromDatabase('53300', { severity: 'FATAL' }), 'busy 503'],
	['no identifier', fromDatabase('22P02', { routine: 'string_to_uuid' }), 'not-found 404'],
	['no number', fromDatabase('22P02', { routine: 'pg_strtoint32' }), 'unreadable 400'],
	['a NUL', fromDatabase('22021'), 'unreadable 400'],
	['half a letter in JSON', fromDatabase('22P05'), 'unreadable 400'],
	['a fault of our own', new TypeError('undefined is not a function'), 'unforeseen'],
	['a broken rule of the database', fromDatabase('23514'), 'unforeseen'],
	['a key used for something else', new KeyReusedError(), 'unreadable 400'],
])('%s', (_, error, expected) => {
	const failure = failureOf(error);
	expect(failure ? `${failure.kind} ${failure.status}` : 'unforeseen').toBe(expected);
});
