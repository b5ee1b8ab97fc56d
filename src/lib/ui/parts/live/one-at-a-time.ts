/**
 * The work, never done twice at once. Whoever asks while it is done waits for a round that began after the asking,
 * as the one under way may have read what was before; all who wait share one round.
 */
export function oneAtATime(work: () => Promise<void>): () => Promise<void> {
	let current: Promise<void> | null = null;
	let following: Promise<void> | null = null;

	function begin(): Promise<void> {
		following = null;
		current = work().finally(() => (current = null));
		return current;
	}

	return () => {
		if (following) return following;
		if (!current) return begin();
		return (following = current.then(begin, begin));
	};
}
