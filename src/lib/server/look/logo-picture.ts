import sharp from 'sharp';
import { THEMES } from '../../core/look/school-colours';
import { showsOn } from '../../core/look/shows-on';

/** Why a file is no logo that can be shown. */
export type LogoFailure = 'too-large' | 'no-logo' | 'too-intricate';

export interface LogoPicture {
	readonly png: Buffer;
	/** Pixels. */
	readonly width: number;
	readonly height: number;
	readonly showsByDay: boolean;
	readonly showsInTheDark: boolean;
}

/** Bytes of a file. */
export const LARGEST_LOGO = 5 * 1024 * 1024;
/** A drawing is text, and takes long to be understood. */
const LARGEST_DRAWING = 1024 * 1024;
/** What says that it is larger is not opened. */
const MOST_PIXELS = 50_000_000;
/** Sharp on paper at five centimetres, and on every screen; pixels. */
const WIDTH = 640;
const HEIGHT = 240;
const SECONDS = 10;
/** Of parts of a drawing that can be drawn more than once. */
const MOST_REPEATS = 30;
const FORMATS: ReadonlySet<string> = new Set(['png', 'jpeg', 'webp', 'svg']);
/** Dots per inch at which a drawing's own unit is one pixel (CSS Values 4, absolute lengths: 96; librsvg takes 72). */
const OWN_DENSITY = 72;
const HIGHEST_DENSITY = 7200;

/**
 * A logo drawn anew as pixels: of programs, links, pages and other files that a drawing can hold nothing is left,
 * and nothing is fetched. Plain margins are cut away.
 */
export async function logoPicture(
	bytes: Buffer,
): Promise<
	| { readonly ok: true; readonly logo: LogoPicture }
	| { readonly ok: false; readonly reason: LogoFailure }
> {
	if (bytes.length > LARGEST_LOGO) return { ok: false, reason: 'too-large' };
	if (isCompressed(bytes)) return { ok: false, reason: 'no-logo' };
	try {
		const known = await sharp(bytes, { limitInputPixels: MOST_PIXELS }).metadata();
		if (!FORMATS.has(known.format)) return { ok: false, reason: 'no-logo' };
		const isDrawing = known.format === 'svg';
		if (isDrawing && bytes.length > LARGEST_DRAWING) return { ok: false, reason: 'too-large' };
		if (isDrawing && isIntricate(bytes.toString('utf8')))
			return { ok: false, reason: 'too-intricate' };
		const density = isDrawing ? densityFor(known.width, known.height) : OWN_DENSITY;
		const small = await sharp(bytes, {
			limitInputPixels: MOST_PIXELS,
			failOn: 'error',
			density,
		})
			.timeout({ seconds: SECONDS })
			.rotate()
			.ensureAlpha()
			.trim()
			.resize(WIDTH, HEIGHT, { fit: 'inside', withoutEnlargement: true })
			.raw()
			.toBuffer({ resolveWithObject: true });
		const { width, height } = small.info;
		const pixels = { data: small.data, width, height };
		const png = await sharp(small.data, { raw: { width, height, channels: 4 } })
			.png({ palette: true, quality: 92, effort: 7 })
			.toBuffer();
		return {
			ok: true,
			logo: {
				png,
				width,
				height,
				showsByDay: showsOn(pixels, THEMES.hall.ground),
				showsInTheDark: showsOn(pixels, THEMES.dusk.sheet),
			},
		};
	} catch {
		return { ok: false, reason: 'no-logo' };
	}
}

/** The mark at the beginning of what is compressed (RFC 1952, 2.3.1): a drawing in it cannot be looked over. */
const isCompressed = (bytes: Buffer): boolean => bytes[0] === 0x1f && bytes[1] === 0x8b;

/** A name that stands for elements or other names, and so for any number of them. */
const NAME_OF_MUCH = /<!ENTITY\s[^"'>]*("[^"]*[<&][^"]*"|'[^']*[<&][^']*')/;
/** A drawing within the drawing, which nobody looks over. */
const DRAWING_WITHIN = /data:[^,]*(svg|xml)/i;
const REPEATED = /<(\w+:)?(use|pattern|mask|clipPath|marker|fe[A-Z]\w+)\b/g;

/**
 * Parts that are drawn again, and again within those, double a drawing's work with every one; what draws cannot be
 * stopped on the way. (Endless text, and files from elsewhere, it refuses by itself.)
 */
function isIntricate(drawing: string): boolean {
	// Signs may be written by their numbers.
	const plain = drawing.replaceAll(/&#(x?)([\da-f]+);/gi, (_, hex: string, digits: string) =>
		String.fromCodePoint(Math.min(Number.parseInt(digits, hex ? 16 : 10), 0x10ffff)),
	);
	return (
		NAME_OF_MUCH.test(plain) ||
		DRAWING_WITHIN.test(plain) ||
		(plain.match(REPEATED) ?? []).length > MOST_REPEATS
	);
}

/** So fine that a drawing fills the space of a logo, whatever units it is drawn in. */
function densityFor(width: number, height: number): number {
	const scale = Math.min((2 * WIDTH) / width, (2 * HEIGHT) / height);
	return Math.max(1, Math.min(HIGHEST_DENSITY, OWN_DENSITY * scale));
}
