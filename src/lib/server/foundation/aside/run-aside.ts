import { Worker } from 'node:worker_threads';

/** How long work aside may take, in milliseconds, and how much memory, in megabytes. */
export interface AsideLimits {
	readonly deadline: number;
	readonly memory: number;
}

export interface AsideOptions extends AsideLimits {
	/** Told how far it is: a part of 1. */
	readonly onProgress?: (part: number) => void;
}

export type AsideResult<Answer> =
	| { readonly ok: true; readonly answer: Answer }
	| { readonly ok: false; readonly reason: 'too-slow' | 'too-much-memory' | 'failed' };

/** What a worker says while it works, and at its end. */
export type AsideWord<Answer> =
	{ readonly progress: number } | { readonly answer: Answer } | { readonly failed: string };

/** So many at a time: the others wait, and requests keep a processor of their own. */
const AT_ONCE = 2;
let running = 0;
const waiting: (() => void)[] = [];

/**
 * Does work on what strangers sent in a thread of its own, with a deadline and a limit of memory, so that
 * nothing they send keeps the server from others. `source` is a program imported with `?node-worker` that
 * calls `answerAside`; the input is copied into it, and the answer out of it. Never throws.
 */
export async function runAside<Input, Answer>(
	source: string,
	input: Input,
	options: AsideOptions,
): Promise<AsideResult<Answer>> {
	if (running >= AT_ONCE) await new Promise<void>((resolve) => waiting.push(resolve));
	else running++;
	try {
		return await inWorker<Input, Answer>(source, input, options);
	} finally {
		const next = waiting.shift();
		if (next) next();
		else running--;
	}
}

function inWorker<Input, Answer>(
	source: string,
	input: Input,
	{ deadline, memory, onProgress }: AsideOptions,
): Promise<AsideResult<Answer>> {
	return new Promise((resolve) => {
		const worker = new Worker(new URL(`data:text/javascript,${encodeURIComponent(source)}`), {
			workerData: input,
			resourceLimits: { maxOldGenerationSizeMb: memory },
			// It needs nothing of the server's: no keys, no addresses.
			env: {},
			execArgv: [],
		});
		const end = (result: AsideResult<Answer>) => {
			clearTimeout(tooSlow);
			resolve(result);
			void worker.terminate();
		};
		const tooSlow = setTimeout(() => end({ ok: false, reason: 'too-slow' }), deadline);
		worker.on('message', (word: AsideWord<Answer>) => {
			if ('progress' in word) onProgress?.(word.progress);
			else if ('answer' in word) end({ ok: true, answer: word.answer });
			else end({ ok: false, reason: 'failed' });
		});
		worker.on('error', (error: NodeJS.ErrnoException) =>
			end({
				ok: false,
				reason: error.code === 'ERR_WORKER_OUT_OF_MEMORY' ? 'too-much-memory' : 'failed',
			}),
		);
		worker.on('exit', () => end({ ok: false, reason: 'failed' }));
	});
}
