import { invalidate } from '$app/navigation';
import { navigating } from '$app/state';
import { oneAtATime } from './one-at-a-time';

type Name = `ten-chairs:${string}`;

/** What is to be read in the next round. */
let wanted: readonly Name[] = [];

/**
 * SvelteKit calls off what is being read when something else is to be read, and says of both that they were
 * read: so all names go through one round at a time. Somebody who is on the way to another page arrives first.
 */
const readWanted = oneAtATime(async () => {
	await navigating.complete?.catch(() => undefined);
	const names: readonly string[] = wanted;
	wanted = [];
	await invalidate(({ href }) => names.includes(href));
});

/** Reads again what depends on a name, whoever else asks for something at the same time. */
export const readAgain = (name: Name) => (): Promise<void> => {
	if (!wanted.includes(name)) wanted = [...wanted, name];
	return readWanted();
};
