import type { Clock } from './clock';
import { BusyError, OfflineError } from '../parts/saving/server-errors';

/** How long an act is repeated by itself before somebody is asked; milliseconds. */
export const REPEATED_FOR = 10 * 60_000;
const FIRST_PAUSE = 1500;
const LONGEST_PAUSE = 15_000;

/** What stands between an act and its answer. */
export type Delay = 'offline' | 'busy' | 'asks';

export interface Patience {
	/** One that does not jump. */
	readonly clock: Clock;
	/** Resolves after so many milliseconds, or as soon as it is worth trying. */
	readonly pause: (milliseconds: number) => Promise<void>;
	/** Says what is the matter; `asks` resolves when somebody wants to go on. */
	readonly told: (delay: Delay) => Promise<void> | void;
}

/**
 * Repeats an act that can be asked for again until there is an answer. Whatever is not the network's or a rush's
 * fault is thrown.
 */
export async function untilAnswered<T>(act: () => Promise<T>, patience: Patience): Promise<T> {
	const { clock, pause, told } = patience;
	let since = clock.now();
	for (let wait = FIRST_PAUSE; ; wait = Math.min(2 * wait, LONGEST_PAUSE)) {
		try {
			return await act();
		} catch (error) {
			if (!(error instanceof OfflineError || error instanceof BusyError)) throw error;
			if (clock.now() - since >= REPEATED_FOR) {
				await told('asks');
				since = clock.now();
			}
			await told(error instanceof BusyError ? 'busy' : 'offline');
		}
		await pause(wait);
	}
}
