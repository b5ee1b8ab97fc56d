/**
 * The sets of so many wishes, for each wish those that have it, in order of size, so that all sets of
 * some sizes are a run. Where a table keeps something for each set with a wish, it keeps it in this
 * order.
 */
export interface SetsBySize {
	/** How many sets there are. */
	readonly count: number;
	/** By wish, its sets; last, those of no wish in particular: all of them. */
	readonly lists: readonly Int32Array[];
	/** By wish: a set's place in its list. */
	readonly places: readonly Int32Array[];
	/** By wish: where the sets of each size begin in its list; one more than the greatest size ends it. */
	readonly sizes: readonly Int32Array[];
	/** How many wishes a set has. */
	readonly sizeOf: Uint8Array;
}

const known: SetsBySize[] = [];

/** The same for every table with so many wishes, so it is made once. */
export function setsBySize(wishes: number): SetsBySize {
	return (known[wishes] ??= make(wishes));
}

function make(wishes: number): SetsBySize {
	const count = 1 << wishes;
	const sizeOf = new Uint8Array(count);
	for (let set = 1; set < count; set++) sizeOf[set] = sizeOf[set & (set - 1)]! + 1;
	const all = Int32Array.from({ length: count }, (_, set) => set).sort(
		(a, b) => sizeOf[a]! - sizeOf[b]! || a - b,
	);
	const bits = [...Array.from({ length: wishes }, (_, wish) => 1 << wish), 0];
	const lists = bits.map((bit) => all.filter((set) => (set & bit) === bit));
	const places = lists.map((list) => {
		const place = new Int32Array(count);
		list.forEach((set, index) => (place[set] = index));
		return place;
	});
	const sizes = lists.map((list) => {
		const from = new Int32Array(wishes + 2).fill(list.length);
		for (let index = list.length - 1; index >= 0; index--) from[sizeOf[list[index]!]!] = index;
		for (let size = wishes; size >= 0; size--) from[size] = Math.min(from[size]!, from[size + 1]!);
		return from;
	});
	return { count, lists, places, sizes, sizeOf };
}
