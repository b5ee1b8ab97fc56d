import { describe, expect, it } from 'vitest';
import { oneAtATime } from '$lib/ui/parts/live/one-at-a-time';

interface Round {
	readonly resolve: () => void;
	readonly reject: (error: Error) => void;
}

/** Work that ends when the test says so. */
function reading() {
	const rounds: Round[] = [];
	const read = oneAtATime(
		() =>
			new Promise<void>((resolve, reject) => {
				rounds.push({ resolve, reject });
			}),
	);
	return { read, rounds };
}

/** Lets everything run that only waits for promises. */
const settled = () => new Promise((resolve) => setImmediate(resolve));

describe('one at a time', () => {
	it('makes who asks meanwhile wait for a round that began after the asking', async () => {
		const { read, rounds } = reading();
		const done: string[] = [];
		void read().then(() => done.push('first'));
		void read().then(() => done.push('second'));
		void read().then(() => done.push('third'));
		await settled();
		expect(rounds).toHaveLength(1);
		rounds[0]!.resolve();
		await settled();
		expect({ done, rounds: rounds.length }).toEqual({ done: ['first'], rounds: 2 });
		void read().then(() => done.push('fourth'));
		rounds[1]!.resolve();
		await settled();
		expect({ done, rounds: rounds.length }).toEqual({
			done: ['first', 'second', 'third'],
			rounds: 3,
		});
	});

	it('goes on after a round that failed, whose failure its own askers hear', async () => {
		const { read, rounds } = reading();
		const first = read();
		const second = read();
		rounds[0]!.reject(new Error('offline'));
		await expect(first).rejects.toThrow('offline');
		await settled();
		rounds[1]!.resolve();
		await expect(second).resolves.toBeUndefined();
	});
});
