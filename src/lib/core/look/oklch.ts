/** A colour as `#4f6b2a`. */
export type Hex = `#${string}`;

/** The same colour as the eye has it: lightness 0 to 1, chroma from 0, hue in radians. */
export interface Oklch {
	readonly lightness: number;
	readonly chroma: number;
	readonly hue: number;
}

type Triple = readonly [number, number, number];

/** Linear shares of red, green and blue, 0 to 1 (IEC 61966-2-1, as WCAG 2.2 has it). */
export const linearOf = (hex: Hex): Triple =>
	[1, 3, 5].map((at) => {
		const share = Number.parseInt(hex.slice(at, at + 2), 16) / 255;
		return share <= 0.04045 ? share / 12.92 : ((share + 0.055) / 1.055) ** 2.4;
	}) as unknown as Triple;

const byteOf = (linear: number): string => {
	const share = linear <= 0.0031308 ? linear * 12.92 : 1.055 * linear ** (1 / 2.4) - 0.055;
	const byte = Math.round(Math.min(1, Math.max(0, share)) * 255);
	return byte.toString(16).padStart(2, '0');
};

/** Björn Ottosson, "A perceptual color space for image processing" (2020), as CSS Color 4 takes it over. */
export function oklchOf(hex: Hex): Oklch {
	const [red, green, blue] = linearOf(hex);
	const long = Math.cbrt(0.4122214708 * red + 0.5363325363 * green + 0.0514459929 * blue);
	const medium = Math.cbrt(0.2119034982 * red + 0.6806995451 * green + 0.1073969566 * blue);
	const short = Math.cbrt(0.0883024619 * red + 0.2817188376 * green + 0.6299787005 * blue);
	const a = 1.9779984951 * long - 2.428592205 * medium + 0.4505937099 * short;
	const b = 0.0259040371 * long + 0.7827717662 * medium - 0.808675766 * short;
	return {
		lightness: 0.2104542553 * long + 0.793617785 * medium - 0.0040720468 * short,
		chroma: Math.hypot(a, b),
		hue: Math.atan2(b, a),
	};
}

function linearFrom({ lightness, chroma, hue }: Oklch): Triple {
	const a = chroma * Math.cos(hue);
	const b = chroma * Math.sin(hue);
	const long = (lightness + 0.3963377774 * a + 0.2158037573 * b) ** 3;
	const medium = (lightness - 0.1055613458 * a - 0.0638541728 * b) ** 3;
	const short = (lightness - 0.0894841775 * a - 1.291485548 * b) ** 3;
	return [
		4.0767416621 * long - 3.3077115913 * medium + 0.2309699292 * short,
		-1.2684380046 * long + 2.6097574011 * medium - 0.3413193965 * short,
		-0.0041960863 * long - 0.7034186147 * medium + 1.707614701 * short,
	];
}

/** What a screen cannot show by less than a step of its own counts as shown. */
const SLACK = 0.002;
const isShown = (linear: Triple): boolean =>
	linear.every((share) => share >= -SLACK && share <= 1 + SLACK);

/** Halvings after which nothing changes that a screen could show. */
const HALVINGS = 16;

/** The colour as a screen can show it: of the same lightness and hue, as strong as it can be there. */
export function hexOf(colour: Oklch): Hex {
	let weak = 0;
	let strong = colour.chroma;
	if (!isShown(linearFrom(colour)))
		for (let halving = 0; halving < HALVINGS; halving++) {
			const chroma = (weak + strong) / 2;
			if (isShown(linearFrom({ ...colour, chroma }))) weak = chroma;
			else strong = chroma;
		}
	else weak = strong;
	return `#${linearFrom({ ...colour, chroma: weak })
		.map(byteOf)
		.join('')}`;
}
