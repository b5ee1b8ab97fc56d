import type { App } from '../../app';
import { describeError } from './describe-error';
import { failureOf } from './failure-of';

/** Writes down what went wrong, and counts it: with what it comes from, without anybody's words. */
export function logFailure(
	app: Pick<App, 'log' | 'failures'> | undefined,
	error: unknown,
	about: object,
): void {
	const isForeseen = failureOf(error) !== null;
	app?.failures.count(isForeseen ? 'foreseen' : 'unforeseen');
	app?.log[isForeseen ? 'warn' : 'error']({ ...about, ...describeError(error) }, 'failed');
}
