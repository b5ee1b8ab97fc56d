import { linearOf, type Hex } from './oklch';

/** Relative luminance, 0 to 1 (WCAG 2.2, "relative luminance"). */
export function luminanceOf(hex: Hex): number {
	const [red, green, blue] = linearOf(hex);
	return 0.2126 * red + 0.7152 * green + 0.0722 * blue;
}

/** From 1, the same, to 21, black on white (WCAG 2.2, "contrast ratio"). */
export function contrastOf(one: Hex, other: Hex): number {
	const [lighter, darker] = [luminanceOf(one), luminanceOf(other)].sort((a, b) => b - a) as [
		number,
		number,
	];
	return (lighter + 0.05) / (darker + 0.05);
}
