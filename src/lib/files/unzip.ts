import { Unzip, UnzipInflate, zipSync } from 'fflate';
import { LARGEST_UNPACKED, MOST_FILES, TooLargeError } from './limits';

/** The mark at the beginning of a zip file ("PK", 3, 4; PKWARE's APPNOTE, section 4.3.7). */
export const isZip = (bytes: Uint8Array): boolean =>
	bytes[0] === 0x50 && bytes[1] === 0x4b && bytes[2] === 3 && bytes[3] === 4;

/** Bytes are unpacked in pieces, so that a file made to swell is stopped on the way. */
const PIECE = 64 * 1024;

/**
 * Unpacks a zip file. `wanted` chooses by name; what is not wanted is measured all the same only by
 * what comes out. Throws `TooLargeError` as soon as more than the limit has come out, and an Error
 * when the file is damaged.
 */
export function unzip(
	bytes: Uint8Array,
	wanted: (name: string) => boolean = () => true,
): Map<string, Uint8Array> {
	const files = new Map<string, Uint8Array[]>();
	let unpacked = 0;
	let count = 0;
	const reader = new Unzip((file) => {
		if (++count > MOST_FILES) throw new TooLargeError('the file holds too many files');
		if (!wanted(file.name)) return;
		const pieces: Uint8Array[] = [];
		files.set(file.name, pieces);
		file.ondata = (error, data) => {
			if (error) throw error;
			unpacked += data.length;
			if (unpacked > LARGEST_UNPACKED) throw new TooLargeError('the file unpacks to too much');
			pieces.push(data.slice());
		};
		file.start();
	});
	reader.register(UnzipInflate);
	for (let from = 0; from < bytes.length; from += PIECE)
		reader.push(bytes.subarray(from, from + PIECE), from + PIECE >= bytes.length);
	return new Map([...files].map(([name, pieces]) => [name, joined(pieces)]));
}

/** A zip file of just these files, as they are. */
export const packed = (files: ReadonlyMap<string, Uint8Array>): Uint8Array =>
	zipSync(Object.fromEntries(files), { level: 0 });

function joined(pieces: readonly Uint8Array[]): Uint8Array {
	const whole = new Uint8Array(pieces.reduce((sum, { length }) => sum + length, 0));
	let at = 0;
	for (const piece of pieces) {
		whole.set(piece, at);
		at += piece.length;
	}
	return whole;
}
