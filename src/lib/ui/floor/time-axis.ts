import { MINUTE } from '$lib/core/time/local-of';
import type { Stretch } from '$lib/core/time/stretch';

/** Hours with nothing in them for longer than this are drawn as a narrow break. */
const BREAK = 15 * MINUTE;
/** How many minutes wide a break is drawn. */
const BREAK_WIDTH = 20 * MINUTE;

/** A part of a date in which something happens, and where it lies on the axis. */
export interface AxisPart extends Stretch {
	/** Drawn minutes (in milliseconds) before it. */
	readonly offset: number;
}

/** One date's time laid out from left to right, with breaks squeezed. */
export interface TimeAxis {
	readonly parts: readonly AxisPart[];
	/** Where the squeezed breaks lie, from 0 to 1. */
	readonly breaks: readonly { readonly from: number; readonly to: number }[];
	/** Drawn length in milliseconds. */
	readonly length: number;
	/** Where an instant lies, from 0 to 1. */
	at(epoch: number): number;
	/** Where to write a time: starts of parts, and on the way about every half hour. */
	readonly marks: readonly number[];
}

/** The axis on which all the stretches lie. */
export function timeAxis(stretches: readonly Stretch[]): TimeAxis {
	const parts: { start: number; end: number; offset: number }[] = [];
	for (const { start, end } of [...stretches].sort((a, b) => a.start - b.start)) {
		const last = parts.at(-1);
		if (last && start - last.end < BREAK) last.end = Math.max(last.end, end);
		else parts.push({ start, end, offset: 0 });
	}
	let length = 0;
	for (const part of parts) {
		if (length > 0) length += BREAK_WIDTH;
		part.offset = length;
		length += part.end - part.start;
	}
	const starts = [...new Set(stretches.map(({ start }) => start))].sort((a, b) => a - b);
	const marks: number[] = [];
	for (const start of starts) {
		const last = marks.at(-1);
		const isPartStart = parts.some((part) => part.start === start);
		if (last === undefined || isPartStart || start - last >= 30 * MINUTE) marks.push(start);
	}
	return {
		parts,
		breaks: parts.slice(1).map(({ offset }) => ({
			from: (offset - BREAK_WIDTH) / length,
			to: offset / length,
		})),
		length,
		marks,
		at: (epoch) => {
			const part = parts.findLast(({ start }) => start <= epoch) ?? parts[0];
			return part ? (part.offset + epoch - part.start) / length : 0;
		},
	};
}
