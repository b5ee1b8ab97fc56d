/** Places by number in the order in which they come, so that nothing has to be looked up by name. */
export class PlaceNumbers {
	readonly #numbers = new Map<string, number>();
	#last: { readonly place: string; readonly number: number } | null = null;

	get size(): number {
		return this.#numbers.size;
	}

	/** The place's number; a new one for a place that was not met before. */
	of(place: string): number {
		// Slots of one desk come together, and mostly are in one place.
		if (place === this.#last?.place) return this.#last.number;
		let number = this.#numbers.get(place);
		if (number === undefined) this.#numbers.set(place, (number = this.#numbers.size));
		this.#last = { place, number };
		return number;
	}

	/** The number of a place that was met, if it was. */
	known(place: string): number | undefined {
		return this.#numbers.get(place);
	}
}
