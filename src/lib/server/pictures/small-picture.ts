import sharp from 'sharp';

/** Why a file is no picture that can be shown. */
export type PictureFailure = 'too-large' | 'no-picture';

/** A file of a camera's. */
export const LARGEST_PICTURE = 12 * 1024 * 1024;
/** More than any camera takes; what says that it is larger is not opened. */
const MOST_PIXELS = 80_000_000;
/** Pixels of a side: sharp on a phone, where it is shown at a third of that. */
const SIDE = 192;
const SECONDS = 10;
/** Photographs. What can hold programs, pages or other files is none. */
const FORMATS: ReadonlySet<string> = new Set(['jpeg', 'png', 'webp', 'gif']);

/**
 * A picture made small and square, written anew as WebP: of what else the file held, where it was taken for one,
 * nothing is left.
 */
export async function smallPicture(
	bytes: Buffer,
): Promise<
	| { readonly ok: true; readonly webp: Buffer }
	| { readonly ok: false; readonly reason: PictureFailure }
> {
	if (bytes.length > LARGEST_PICTURE) return { ok: false, reason: 'too-large' };
	try {
		const picture = sharp(bytes, { limitInputPixels: MOST_PIXELS, failOn: 'error' });
		const { format } = await picture.metadata();
		if (!FORMATS.has(format)) return { ok: false, reason: 'no-picture' };
		const webp = await picture
			.timeout({ seconds: SECONDS })
			.rotate()
			.resize(SIDE, SIDE, { fit: 'cover', position: 'attention' })
			.webp({ quality: 82 })
			.toBuffer();
		return { ok: true, webp };
	} catch {
		return { ok: false, reason: 'no-picture' };
	}
}
