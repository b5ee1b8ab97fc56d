import { contrastOf } from './contrast';
import { hexOf, oklchOf, type Hex } from './oklch';

/** What a page of either theme is painted with; the style sheet says the same, and a test compares. */
export const THEMES = {
	/** By day. */
	hall: { sheet: '#fffdf7', ground: '#f4eee2', onColour: '#fffdf7', usual: '#4f6b2a' },
	/** In the dark. */
	dusk: { sheet: '#241f1a', ground: '#1b1713', onColour: '#1b1713', usual: '#a9c47e' },
} as const satisfies Record<string, Record<string, Hex>>;
export type Theme = keyof typeof THEMES;

/**
 * Above the 4.5 that words need (WCAG 2.2, 1.4.3): a button under the pointer is a shade darker, and what a
 * screen rounds must not cost the last tenth.
 */
const ENOUGH = 4.8;

/** A school's colour as words and buttons bear it. */
export interface SchoolColours {
	readonly hall: Hex;
	readonly dusk: Hex;
}

/** The colours of a school that has named none. */
export const USUAL_COLOURS: SchoolColours = { hall: THEMES.hall.usual, dusk: THEMES.dusk.usual };

export const isHex = (text: string): text is Hex => /^#[\da-f]{6}$/.test(text);

/**
 * A school's colour for either theme: as it is where words in it, and words on it, can be read; otherwise as much
 * darker or lighter as it takes, with the same hue.
 */
export const schoolColours = (colour: Hex | null): SchoolColours =>
	colour === null
		? USUAL_COLOURS
		: { hall: readable(colour, 'hall'), dusk: readable(colour, 'dusk') };

const isReadable = (colour: Hex, { sheet, ground, onColour }: (typeof THEMES)[Theme]): boolean =>
	[sheet, ground, onColour].every((other) => contrastOf(colour, other) >= ENOUGH);

/** Halvings of the way to black or white; then a screen shows no difference. */
const HALVINGS = 12;

function readable(colour: Hex, theme: Theme): Hex {
	const paint = THEMES[theme];
	if (isReadable(colour, paint)) return colour;
	const own = oklchOf(colour);
	let [near, far] = [own.lightness, theme === 'hall' ? 0 : 1];
	for (let halving = 0; halving < HALVINGS; halving++) {
		const lightness = (near + far) / 2;
		if (isReadable(hexOf({ ...own, lightness }), paint)) far = lightness;
		else near = lightness;
	}
	return hexOf({ ...own, lightness: far });
}
