import { KeyReusedError } from '../runner/record-act';
import { isConnectionLost, postgresError, tookTooLong } from '../database/errors';
import { BusyError } from '../database/transaction';
import { ForbiddenError } from '../forbidden';

/** What went wrong in a way that is foreseen, and how it is answered. */
export interface Failure {
	readonly kind: 'forbidden' | 'not-found' | 'unreadable' | 'too-large' | 'busy';
	readonly status: 403 | 404 | 400 | 413 | 503;
}

/** A request's body is larger than its route takes. */
export class BodyTooLargeError extends Error {
	override readonly name = 'BodyTooLargeError';
}

/** Seconds after which it is worth asking again when the database was busy or away. */
export const RETRY_AFTER = 2;

/** PostgreSQL's codes (manual, appendix A) for values that no column takes: NUL, half a letter, no date. */
const UNREADABLE = new Set(['22P02', '22P05', '22021', '22003', '22007', '22008', '22001']);

/** How a failure is answered, whatever threw it; `null` for a fault of the program's own. */
export function failureOf(error: unknown): Failure | null {
	if (error instanceof ForbiddenError) return { kind: 'forbidden', status: 403 };
	if (error instanceof KeyReusedError) return { kind: 'unreadable', status: 400 };
	if (error instanceof BodyTooLargeError) return { kind: 'too-large', status: 413 };
	if (error instanceof BusyError || isConnectionLost(error) || tookTooLong(error))
		return { kind: 'busy', status: 503 };
	const refusal = postgresError(error);
	if (!refusal || !UNREADABLE.has(refusal.code)) return null;
	// Something named by what is no identifier at all: there is no such thing.
	return refusal.routine === 'string_to_uuid'
		? { kind: 'not-found', status: 404 }
		: { kind: 'unreadable', status: 400 };
}
