/** From so many milliseconds on it is said that something is being done. */
const LONG = 333;

/** What the server is asked to do just now. */
class Waiting {
	#count = 0;
	/** Something takes so long that it has to be said. */
	isLong = $state(false);
	#timer: ReturnType<typeof setTimeout> | undefined;

	/** Says that something is being done, until the returned function is called. */
	begin(): () => void {
		this.#count++;
		this.#timer ??= setTimeout(() => (this.isLong = true), LONG);
		let isOver = false;
		return () => {
			if (isOver) return;
			isOver = true;
			this.#count--;
			if (this.#count > 0) return;
			clearTimeout(this.#timer);
			this.#timer = undefined;
			this.isLong = false;
		};
	}
}

export const waiting = new Waiting();
