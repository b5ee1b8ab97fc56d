import { postgresError } from '../database/errors';

/** What may be written down of an error. Its own words are left out: they may quote what somebody typed. */
export interface DescribedError {
	readonly name: string;
	/** PostgreSQL's, or Node's. */
	readonly code?: string | undefined;
	readonly constraint?: string | undefined;
	readonly stack: readonly string[];
	readonly cause?: DescribedError | undefined;
}

/** An error with all that it comes from. */
export function describeError(error: unknown): DescribedError {
	if (!(error instanceof Error)) return { name: typeof error, stack: [] };
	const code = 'code' in error && typeof error.code === 'string' ? error.code : undefined;
	return {
		name: error.name,
		code,
		constraint: code === undefined ? undefined : postgresError(error)?.constraint_name,
		stack: error.stack?.split('\n').filter((line) => /^\s+at /.test(line)) ?? [],
		cause: error.cause === undefined ? undefined : describeError(error.cause),
	};
}
