/** A half-open span `[start, end)` in any one unit. */
export interface Stretch {
	readonly start: number;
	readonly end: number;
}

/** Whether two half-open spans share a moment; spans that only touch do not. */
export function overlaps(a: Stretch, b: Stretch): boolean {
	return a.start < b.end && b.start < a.end;
}

/** Whether `inner` lies wholly inside `outer`. */
export function contains(outer: Stretch, inner: Stretch): boolean {
	return outer.start <= inner.start && inner.end <= outer.end;
}

/** The same moments as sorted spans of which no two overlap or touch. */
export function joined(stretches: readonly Stretch[]): Stretch[] {
	const result: { start: number; end: number }[] = [];
	for (const { start, end } of [...stretches].sort((a, b) => a.start - b.start)) {
		const last = result.at(-1);
		if (last && start <= last.end) last.end = Math.max(last.end, end);
		else result.push({ start, end });
	}
	return result;
}
