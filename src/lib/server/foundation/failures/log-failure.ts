import type { Logger } from '../logs/logger';
import { describeError } from './describe-error';
import type { FailureCounts } from './failure-counts';
import { failureOf } from './failure-of';

/** Writes down what went wrong, and counts it: with what it comes from, without anybody's words. */
export function logFailure(
	app: { readonly log: Logger; readonly failures: FailureCounts } | undefined,
	error: unknown,
	about: object,
): void {
	const isForeseen = failureOf(error) !== null;
	app?.failures.count(isForeseen ? 'foreseen' : 'unforeseen');
	app?.log[isForeseen ? 'warn' : 'error']({ ...about, ...describeError(error) }, 'failed');
}
