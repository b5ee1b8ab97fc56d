import { expect, it } from 'vitest';
import { BusyError, OfflineError, RefusedError } from '$lib/ui/parts/saving/server-errors';
import { REPEATED_FOR, untilAnswered, type Delay } from '$lib/ui/visits/until-answered';

/** A wait that is over at once, on a clock that goes on by as much. */
function world() {
	let time = 0;
	const told: Delay[] = [];
	return {
		told,
		patience: {
			clock: { now: () => time },
			pause: async (milliseconds: number) => {
				time += milliseconds;
			},
			told: (delay: Delay) => void told.push(delay),
		},
	};
}

it('repeats what the network or a rush keeps from its answer', async () => {
	const { patience, told } = world();
	const answers = [new OfflineError(), new BusyError(), new OfflineError()];
	let asked = 0;
	const act = async () => {
		const error = answers[asked++];
		if (error) throw error;
		return 'booked';
	};
	expect(await untilAnswered(act, patience)).toBe('booked');
	expect(told).toEqual(['offline', 'busy', 'offline']);
	expect(asked).toBe(4);
});

it('asks after ten minutes whether to go on, and then begins anew', async () => {
	const { patience, told } = world();
	const act = async () => {
		if (told.filter((delay) => delay === 'asks').length < 2) throw new OfflineError();
		return patience.clock.now();
	};
	expect(await untilAnswered(act, patience)).toBeGreaterThanOrEqual(2 * REPEATED_FOR);
	expect(told.indexOf('asks')).toBeGreaterThan(REPEATED_FOR / 15_000 / 2);
});

it('gives what the school refuses to whoever asked', async () => {
	const refuse = () => Promise.reject(new RefusedError('no'));
	await expect(untilAnswered(refuse, world().patience)).rejects.toThrow('no');
});
