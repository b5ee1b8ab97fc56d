/** What of a family's slots decides whether several in a row are one appointment. */
interface InARow {
	/** The slot after it in the same sitting. */
	readonly next: string | null;
	/** Who could interpret then. */
	readonly interpreters: readonly number[];
}

/** So many slots in a row, from a first one; `null` when there are not as many. */
export function familyRow<Slot extends InARow>(
	slots: ReadonlyMap<string, Slot>,
	first: Slot,
	length: number,
): readonly Slot[] | null {
	const row = [first];
	while (row.length < length) {
		const next = slots.get(row.at(-1)!.next ?? '');
		if (!next) return null;
		row.push(next);
	}
	return row;
}

/** Whether a family, if it needs somebody to interpret, has the same one from the first slot to the last. */
export const hasInterpreter = (
	{ interpreted }: { readonly interpreted: boolean },
	row: readonly InARow[],
): boolean =>
	!interpreted ||
	row[0]!.interpreters.some((one) => row.every(({ interpreters }) => interpreters.includes(one)));
