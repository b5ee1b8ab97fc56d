import { invalidate } from '$app/navigation';
import { navigating } from '$app/state';
import { oneAtATime } from './one-at-a-time';

/**
 * Reads again what depends on a name. Somebody who is on the way to another page arrives first: reading before
 * that would call the way off.
 */
export const readAgain = (name: `ten-chairs:${string}`): (() => Promise<void>) =>
	oneAtATime(async () => {
		await navigating.complete?.catch(() => undefined);
		await invalidate(name);
	});
