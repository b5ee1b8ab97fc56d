import type { App } from '../app';
import { failureOf } from './failure-of';

/** Writes down what went wrong; the error's own text may quote what somebody typed. */
export function logFailure(app: App | undefined, error: unknown, about: object): void {
	const name = error instanceof Error ? error.name : 'unknown';
	const stack =
		error instanceof Error ? error.stack?.split('\n').filter((line) => /^\s+at /.test(line)) : [];
	app?.log[failureOf(error) ? 'warn' : 'error']({ ...about, name, stack }, 'failed');
}
