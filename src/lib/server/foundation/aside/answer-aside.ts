import { parentPort, workerData } from 'node:worker_threads';
import type { AsideWord } from './run-aside';

/** The other half of `runAside`, in the worker: does the work once and answers. */
export function answerAside<Input, Answer>(
	work: (input: Input, progress: (part: number) => void) => Answer,
): void {
	const say = (word: AsideWord<Answer>) => parentPort!.postMessage(word);
	try {
		say({ answer: work(workerData as Input, (progress) => say({ progress })) });
	} catch (error) {
		say({ failed: error instanceof Error ? error.name : 'unknown' });
	}
}
