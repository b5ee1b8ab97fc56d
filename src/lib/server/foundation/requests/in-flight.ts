/** Counts what is going on, and waits until nothing is. */
export class InFlight {
	#count = 0;
	#waiting: (() => void)[] = [];

	/** Does the work, and counts it while it lasts. Rejects as the work does. */
	async during<Result>(work: () => Promise<Result>): Promise<Result> {
		this.#count++;
		try {
			return await work();
		} finally {
			this.#count--;
			if (this.#count === 0) for (const go of this.#waiting.splice(0)) go();
		}
	}

	/** Resolves as soon as nothing is going on. */
	async quiet(): Promise<void> {
		if (this.#count > 0) await new Promise<void>((resolve) => this.#waiting.push(resolve));
	}
}
