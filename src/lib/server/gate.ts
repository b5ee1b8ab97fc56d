/** What somebody is about: to finish a visit that has begun, or to look what there is. */
export type Step = 'finish' | 'look';

/**
 * Lets so much work run at once; the rest waits, and who finishes goes before who looks. In a rush
 * visits so come to their end on what was seen a moment ago, and few meet with somebody who was
 * faster, instead of all getting slower together.
 */
export class Gate {
	#running = 0;
	readonly #waiting: Record<Step, (() => void)[]> = { finish: [], look: [] };

	constructor(private readonly atOnce: number) {}

	async pass<T>(step: Step, work: () => Promise<T>): Promise<T> {
		if (this.#running >= this.atOnce)
			await new Promise<void>((resolve) => this.#waiting[step].push(resolve));
		else this.#running++;
		try {
			return await work();
		} finally {
			// The place is handed on, so that nobody slips in between.
			const next = this.#waiting.finish.shift() ?? this.#waiting.look.shift();
			if (next) next();
			else this.#running--;
		}
	}
}
