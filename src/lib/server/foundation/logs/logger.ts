import { pino, type Logger } from 'pino';

export type { Logger };

/**
 * Structured logs on standard output. Callers write routes, identifiers and durations, never
 * addresses that were asked for (they bear secrets), names or form fields.
 */
export function createLogger(level: string): Logger {
	return pino({ level, base: null, timestamp: pino.stdTimeFunctions.isoTime });
}
