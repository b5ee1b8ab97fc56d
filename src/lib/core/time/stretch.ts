/** A half-open span `[start, end)` in one unit. */
export interface Stretch<Unit extends number = number> {
	readonly start: Unit;
	readonly end: Unit;
}

/** Whether two half-open spans share a moment; spans that only touch do not. Both are in the same unit. */
export function overlaps<Unit extends number>(a: Stretch<Unit>, b: Stretch<Unit>): boolean {
	return a.start < b.end && b.start < a.end;
}

/** Whether `inner` lies wholly inside `outer`. */
export function contains<Unit extends number>(outer: Stretch<Unit>, inner: Stretch<Unit>): boolean {
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
