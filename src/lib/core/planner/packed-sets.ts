/** Sets of a few of the wishes, written with as many bits as there are members to choose from. */
export interface PackedSets {
	/** How many wishes have a bit. */
	readonly count: number;
	/** Wish to the index of its bit; of a wish without one, 0. */
	readonly indexOf: Int32Array;
	/** A set of wishes with bits, packed. */
	pack(set: number): number;
}

/** The bit mask of wishes, given by their numbers. */
export const maskOf = (wishes: Iterable<number>): number => {
	let mask = 0;
	for (const wish of wishes) mask |= 1 << wish;
	return mask;
};

/** How many wishes a set has. */
export function sizeOf(set: number): number {
	let size = 0;
	for (let rest = set; rest; rest &= rest - 1) size++;
	return size;
}

/** The numbers of the wishes of a set. */
export function wishesIn(set: number): number[] {
	const wishes: number[] = [];
	for (let rest = set; rest; rest &= rest - 1) wishes.push(31 - Math.clz32(rest & -rest));
	return wishes;
}

/** Packs sets of the wishes in `mask`, of `wishCount` in all. */
export function packed(mask: number, wishCount: number): PackedSets {
	const indexOf = new Int32Array(wishCount);
	let count = 0;
	for (let wish = 0; wish < wishCount; wish++) if (mask & (1 << wish)) indexOf[wish] = count++;
	const isWhole = count === wishCount;
	return {
		count,
		indexOf,
		pack: (set) => {
			if (isWhole) return set;
			let result = 0;
			for (let rest = set & mask; rest; rest &= rest - 1)
				result |= 1 << indexOf[31 - Math.clz32(rest & -rest)]!;
			return result;
		},
	};
}

/** All subsets of `mask`, unpacked, in the order of their packed forms. */
export function* unpackedSets(mask: number): Generator<number> {
	let set = 0;
	do {
		yield set;
		set = (set - mask) & mask;
	} while (set !== 0);
}
