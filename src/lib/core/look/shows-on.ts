import { contrastOf } from './contrast';
import type { Hex } from './oklch';

/** A picture's points, four bytes each: red, green, blue, and how much of it covers what is behind. */
export interface Pixels {
	readonly data: Uint8Array;
	readonly width: number;
	readonly height: number;
}

/** From this on a point counts as part of the picture; of 255. */
const THERE = 128;
/** A shape whose edge differs by less is hardly seen. No standard says so; tried by looking. */
const LEAST = 1.5;
/** This much of the edge must be seen. */
const ENOUGH = 0.8;

const BYTES = 4;

const hexAt = (data: Uint8Array, at: number): Hex =>
	`#${[0, 1, 2].map((part) => data[at + part]!.toString(16).padStart(2, '0')).join('')}`;

/**
 * Whether a picture with a transparent ground can be seen on a colour. Its edge decides, what touches the ground:
 * white letters within a blue shield are seen on white all the same. One that covers its whole rectangle is.
 */
export function showsOn({ data, width, height }: Pixels, ground: Hex): boolean {
	const isThere = (x: number, y: number): boolean =>
		x >= 0 &&
		y >= 0 &&
		x < width &&
		y < height &&
		data[(y * width + x) * BYTES + BYTES - 1]! >= THERE;
	const isOpen = (x: number, y: number): boolean =>
		x >= 0 && y >= 0 && x < width && y < height && !isThere(x, y);
	let edge = 0;
	let seen = 0;
	for (let y = 0; y < height; y++)
		for (let x = 0; x < width; x++) {
			const touches =
				isThere(x, y) &&
				(isOpen(x - 1, y) || isOpen(x + 1, y) || isOpen(x, y - 1) || isOpen(x, y + 1));
			if (!touches) continue;
			edge++;
			if (contrastOf(hexAt(data, (y * width + x) * BYTES), ground) >= LEAST) seen++;
		}
	return edge === 0 || seen >= ENOUGH * edge;
}
