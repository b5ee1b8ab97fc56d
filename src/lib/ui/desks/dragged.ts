import { clampStretch } from '$lib/core/desks/edit-plan';
import type { Stretch } from '$lib/core/time/stretch';
import type { BarRef } from './bar-key';
import { snap, STEP, type DateAxis } from './ruler-axis';

export type DragMode = 'move' | 'start' | 'end';

/** A sitting that is being dragged, with the others on its desk and date that are in its way. */
export interface Dragged {
	readonly ref: BarRef;
	readonly stretch: Stretch;
	readonly others: readonly Stretch[];
}

/** One date's strip of the ruler on the screen, in pixels; `sign` is -1 where time runs to the left. */
export interface Track {
	/** Where its time begins. */
	readonly begin: number;
	readonly width: number;
	readonly sign: number;
}

/** How far the hand has gone, in pixels to the right; finely: by minutes. */
export interface Hand {
	readonly pixels: number;
	readonly isFine: boolean;
}

/** A sitting is never drawn shorter than this, in minutes. */
const LEAST = STEP;

const minutesIn = (pixels: number, { width, sign }: Track, axis: DateAxis): number =>
	(sign * pixels * (axis.to - axis.from)) / width;

/** Where dragged sittings would be. What is in the way of one stops it; one without any room is left out. */
export function draggedTo(
	bars: readonly Dragged[],
	mode: DragMode,
	{ pixels, isFine }: Hand,
	track: Track,
	axis: DateAxis,
): { readonly ref: BarRef; readonly to: Stretch }[] {
	const origin = bars[0]!.stretch;
	const from = mode === 'end' ? origin.end : origin.start;
	const delta = snap(from + minutesIn(pixels, track, axis), isFine ? 1 : STEP) - from;
	return bars.flatMap(({ ref, stretch, others }) => {
		const wanted = {
			start: stretch.start + (mode === 'end' ? 0 : delta),
			end: stretch.end + (mode === 'start' ? 0 : delta),
		};
		const to = clampStretch(wanted, others, mode, LEAST);
		return to ? [{ ref, to }] : [];
	});
}

/** The minute under a point of the screen, in steps of the hand. */
export const minuteAt = (clientX: number, track: Track, axis: DateAxis): number =>
	snap(axis.from + minutesIn(clientX - track.begin, track, axis));

/** What is drawn from a minute on, as far as the hand has gone; `null` where there is no room. */
export function drawnTo(
	first: number,
	pixels: number,
	others: readonly Stretch[],
	track: Track,
	axis: DateAxis,
): Stretch | null {
	const second = snap(first + minutesIn(pixels, track, axis));
	return second < first
		? clampStretch({ start: second, end: first }, others, 'start', LEAST)
		: clampStretch({ start: first, end: Math.max(second, first + LEAST) }, others, 'end', LEAST);
}
