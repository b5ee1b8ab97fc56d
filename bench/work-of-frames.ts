/** An event of Chromium's trace; times in microseconds. */
export interface TraceEvent {
	readonly name: string;
	readonly ph: string;
	readonly ts: number;
	readonly dur?: number;
	readonly tid: number;
	readonly pid: number;
}

/** What counts as script and as layout in Chromium's trace. */
const WORK = new Set([
	...['EventDispatch', 'FunctionCall', 'FireAnimationFrame', 'RunMicrotasks', 'TimerFire'],
	...['UpdateLayoutTree', 'Layout', 'PrePaint'],
]);

/** Milliseconds of script and layout in each frame, nested events counted once. */
export function workOfFrames(events: readonly TraceEvent[]): number[] {
	const frames = events
		.filter(({ name }) => name === 'FireAnimationFrame')
		.sort((a, b) => a.ts - b.ts);
	const { pid, tid } = frames[0]!;
	const work = events
		.filter((event) => event.pid === pid && event.tid === tid && WORK.has(event.name) && event.dur)
		.sort((a, b) => a.ts - b.ts);
	return frames.slice(0, -1).map(({ ts }, index) => {
		const end = frames[index + 1]!.ts;
		let [sum, until] = [0, ts];
		for (const event of work) {
			if (event.ts < ts || event.ts >= end) continue;
			const stop = event.ts + event.dur!;
			if (stop <= until) continue;
			sum += stop - Math.max(event.ts, until);
			until = stop;
		}
		return sum / 1000;
	});
}
