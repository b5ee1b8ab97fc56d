import { describe, expect, it } from 'vitest';
import { secret, tellingSecrets } from '$lib/server/foundation/secret-in-answer';
import { encodingFor } from '$lib/server/foundation/requests/compression';

// Source: RFC 9110, section 12.5.3, and its examples.
describe('what a browser takes', () => {
	it.each([
		['gzip, deflate, br, zstd', 'br'],
		['compress, gzip', 'gzip'],
		['', null],
		['*', 'br'],
		['compress;q=0.5, gzip;q=1.0', 'gzip'],
		['gzip;q=1.0, identity; q=0.5, *;q=0', 'gzip'],
		['br;q=0, gzip', 'gzip'],
		['GZIP', 'gzip'],
		['identity', null],
	])('%s', (accepted, encoding) => {
		expect(encodingFor(accepted)).toBe(encoding);
	});
});

describe('whether an answer carries a secret', () => {
	it('is known of each answer by itself, also when several are made at once', async () => {
		const answers = await Promise.all(
			[true, false, true].map((isSecret) =>
				tellingSecrets(async () => {
					await Promise.resolve();
					return isSecret ? secret('link') : 'nothing';
				}),
			),
		);
		expect(answers.map(({ carriesSecret }) => carriesSecret)).toEqual([true, false, true]);
		expect(answers[0]!.answer).toBe('link');
	});
});
