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

/**
 * Parts that are drawn again, and again within those, double a drawing's work with every one; what draws cannot be
 * stopped on the way. (Names that stand for text, and files from elsewhere, it refuses by itself.)
 */
const isIntricate = (drawing: string): boolean =>
	(drawing.match(/<(\w+:)?(use|pattern|mask|clipPath|marker|fe[A-Z]\w+)\b/g) ?? []).length >
	MOST_REPEATS;

/** So fine that a drawing fills the space of a logo, whatever units it is drawn in. */
function densityFor(width: number, height: number): number {
	const scale = Math.min((2 * WIDTH) / width, (2 * HEIGHT) / height);
	return Math.max(1, Math.min(HIGHEST_DENSITY, OWN_DENSITY * scale));
}
