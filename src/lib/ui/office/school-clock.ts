import type { Clock } from '../visits/clock';

/**
 * The school's clock on an open page: it goes on from where it was when the page was read last. `readAt` gives
 * that moment; milliseconds.
 */
export function schoolClock(readAt: () => number): Clock {
	let school = readAt();
	let here = performance.now();
	const now = (): number => {
		const read = readAt();
		if (read !== school) {
			school = read;
			here = performance.now();
		}
		return school + performance.now() - here;
	};
	return { now };
}
