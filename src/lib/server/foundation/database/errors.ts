/** Codes of PostgreSQL's manual, appendix A, that the program answers by itself. */
export const EXCLUSION_VIOLATION = '23P01';
export const UNIQUE_VIOLATION = '23505';
const SERIALIZATION_FAILURE = '40001';
const DEADLOCK_DETECTED = '40P01';

interface PostgresError {
	readonly code: string;
	readonly constraint_name?: string;
	/** The function of PostgreSQL's own that refused. */
	readonly routine?: string;
}

/** The database's own error inside whatever wraps it. */
export function postgresError(error: unknown): PostgresError | null {
	for (let at = error; at instanceof Error; at = at.cause)
		if ('code' in at && typeof at.code === 'string' && /^[0-9A-Z]{5}$/.test(at.code))
			return at as Error & PostgresError;
	return null;
}

/** Whether the database refused something because somebody else has it. */
export function isLostRace(error: unknown): boolean {
	const code = postgresError(error)?.code;
	return code === EXCLUSION_VIOLATION || code === UNIQUE_VIOLATION;
}

/** Whether the same transaction may succeed when it is tried again. */
export function isWorthRetrying(error: unknown): boolean {
	const code = postgresError(error)?.code;
	return code === SERIALIZATION_FAILURE || code === DEADLOCK_DETECTED;
}

/** A lock, a statement or a transaction took longer than it may: 55P03, 57014, 25P03, 25P04. */
const TOOK_TOO_LONG = new Set(['55P03', '57014', '25P03', '25P04']);

/** Whether the database gave up because something took too long; nothing was changed. */
export function tookTooLong(error: unknown): boolean {
	return TOOK_TOO_LONG.has(postgresError(error)?.code ?? '');
}

/** The driver's words and PostgreSQL's codes for a connection that is none (any more). */
const CONNECTION_LOST = new Set([
	...['CONNECTION_CLOSED', 'CONNECTION_ENDED', 'CONNECTION_DESTROYED', 'CONNECT_TIMEOUT'],
	...['ECONNREFUSED', 'ECONNRESET', 'EPIPE', '57P01', '57P02', '57P03', '53300'],
]);

/** Whether the database was away, let nobody in, or went while something was under way. */
export function isConnectionLost(error: unknown): boolean {
	for (let at = error; at instanceof Error; at = at.cause) {
		if ('code' in at && typeof at.code === 'string' && CONNECTION_LOST.has(at.code)) return true;
		// With this PostgreSQL ends a session, or does not begin it.
		if ('severity' in at && at.severity === 'FATAL') return true;
	}
	return false;
}
