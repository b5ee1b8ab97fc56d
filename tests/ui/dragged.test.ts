import { describe, expect, it } from 'vitest';
import { typedDate } from '$lib/core/time/local-of';
import { draggedTo, drawnTo, minuteAt, type DragMode } from '$lib/ui/desks/dragged';

const date = typedDate('2026-12-03');
/** Ten hours on 600 pixels: a minute is a pixel. */
const axis = { date, from: 8 * 60, to: 18 * 60, marks: [] };
const track = { begin: 100, width: 600, sign: 1 };
const mirrored = { begin: 700, width: 600, sign: -1 };
const HOUR = 60;
const bar = (start: number, end: number, others: readonly (readonly [number, number])[] = []) => ({
	ref: { desk: 'd', date, start },
	stretch: { start, end },
	others: others.map(([start, end]) => ({ start, end })),
});
const ten = 10 * HOUR;

describe('a sitting that is dragged', () => {
	it.each<[string, DragMode, number, boolean, [number, number] | null]>([
		['goes in steps of five minutes', 'move', 33, false, [ten + 35, ten + 95]],
		['goes by the minute where that is asked for', 'move', 33, true, [ten + 33, ten + 93]],
		['gets longer at its end', 'end', 20, false, [ten, ten + 80]],
		['gets shorter at its start', 'start', 20, false, [ten + 20, ten + 60]],
		['never gets shorter than a step', 'end', -200, false, [ten, ten + 5]],
		['is stopped by what is in the way', 'end', 200, false, [ten, ten + 120]],
	])('%s', (_, mode, pixels, isFine, wanted) => {
		const bars = [bar(ten, ten + 60, [[ten + 120, ten + 180]])];
		const [moved] = draggedTo(bars, mode, { pixels, isFine }, track, axis);
		expect(moved && [moved.to.start, moved.to.end]).toEqual(wanted);
	});

	it('takes others that are picked along by as much', () => {
		const bars = [bar(ten, ten + 60), bar(ten + 123, ten + 180)];
		const moved = draggedTo(bars, 'move', { pixels: -30, isFine: false }, track, axis);
		expect(moved.map(({ to }) => to.start)).toEqual([ten - 30, ten + 93]);
	});

	it('goes the other way where time runs to the left', () => {
		const hand = { pixels: 30, isFine: false };
		const [moved] = draggedTo([bar(ten, ten + 60)], 'move', hand, mirrored, axis);
		expect(moved!.to.start).toBe(ten - 30);
	});
});

describe('a sitting that is drawn', () => {
	it.each([
		['to the right', ten, 58, [], [ten, ten + 60]],
		['to the left', ten, -58, [], [ten - 60, ten]],
		['by a mere touch is as short as can be', ten, 1, [], [ten, ten + 5]],
		['ends at what is there', ten, 200, [[ten + 90, ten + 120]], [ten, ten + 90]],
	] as const)('%s', (_, first, pixels, others, [start, end]) => {
		const taken = others.map(([start, end]) => ({ start, end }));
		expect(drawnTo(first, pixels, taken, track, axis)).toEqual({ start, end });
	});

	it('begins under the pointer, whichever way time runs', () => {
		expect(minuteAt(100 + 121, track, axis)).toBe(ten);
		expect(minuteAt(700 - 121, mirrored, axis)).toBe(ten);
	});
});
