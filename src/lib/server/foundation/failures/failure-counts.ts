/** How often something went wrong since the process began; whoever watches the health of the server sees it. */
export class FailureCounts {
	#foreseen = 0;
	#unforeseen = 0;

	/** `foreseen`: somebody may not, or the database is away. Everything else is a fault of the program. */
	count(kind: 'foreseen' | 'unforeseen'): void {
		if (kind === 'foreseen') this.#foreseen++;
		else this.#unforeseen++;
	}

	get all(): { readonly foreseen: number; readonly unforeseen: number } {
		return { foreseen: this.#foreseen, unforeseen: this.#unforeseen };
	}
}
