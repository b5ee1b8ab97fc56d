import { expect, it } from 'vitest';
import { describeError } from '$lib/server/foundation/failures/describe-error';
import { FailureCounts } from '$lib/server/foundation/failures/failure-counts';
import { logFailure } from '$lib/server/foundation/failures/log-failure';
import { ForbiddenError } from '$lib/server/foundation/forbidden';
import { createLogger } from '$lib/server/foundation/logs/logger';

const refusedBy = (constraint: string) =>
	Object.assign(new Error('Key (email)=(ida@s.example) exists.'), {
		code: '23505',
		constraint_name: constraint,
	});

it('an error is written down with all that it comes from, and without anybody’s words', () => {
	const error = new Error('could not keep Ida Wren', { cause: refusedBy('person_email') });
	const described = describeError(error);
	expect(described).toMatchObject({
		name: 'Error',
		cause: { name: 'Error', code: '23505', constraint: 'person_email' },
	});
	expect(described.stack[0]).toMatch(/^\s+at /);
	expect(JSON.stringify(described)).not.toMatch(/Ida|ida@/);
});

it.each(['a text', null, undefined, 7])(
	'what is thrown and is no error (%j) is named',
	(thrown) => {
		expect(describeError(thrown)).toEqual({ name: typeof thrown, stack: [] });
	},
);

it('what is foreseen is counted by itself', () => {
	const failures = new FailureCounts();
	const log = createLogger('silent');
	logFailure({ log, failures }, new ForbiddenError(), {});
	logFailure({ log, failures }, new TypeError('a bug'), {});
	logFailure({ log, failures }, refusedBy('x'), {});
	expect(failures.all).toEqual({ foreseen: 1, unforeseen: 2 });
});
