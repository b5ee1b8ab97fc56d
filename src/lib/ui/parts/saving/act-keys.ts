/** Keys of acts: what is asked for again, however often a button is pressed, bears the same one until it is done. */
export class ActKeys {
	#keys: Record<string, string> = {};

	/** The key for just this. */
	of(asked: unknown): string {
		return (this.#keys[JSON.stringify(asked)] ??= crypto.randomUUID());
	}

	/** What was asked for is done: the same another time is another act. */
	done(): void {
		this.#keys = {};
	}
}
