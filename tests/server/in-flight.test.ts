import { expect, it } from 'vitest';
import { InFlight } from '$lib/server/foundation/requests/in-flight';

it('waits until nothing is going on, also when it fails', async () => {
	const flight = new InFlight();
	const order: string[] = [];
	await flight.quiet();
	let finish = () => {};
	const first = flight.during(() => new Promise<void>((resolve) => (finish = resolve)));
	const second = flight.during(() => Promise.reject(new Error('lost')));
	const quiet = flight.quiet().then(() => order.push('quiet'));
	await expect(second).rejects.toThrow('lost');
	order.push('one failed');
	finish();
	await Promise.all([first, quiet]);
	expect(order).toEqual(['one failed', 'quiet']);
});
