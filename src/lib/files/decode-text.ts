/**
 * The text of a file in one of the usual encodings: by its mark (UTF-8, UTF-16 of either order), else
 * UTF-16 when every other byte is zero, else UTF-8 when it is that, else Windows-1252. `null` for what
 * is no text.
 */
export function decodeText(bytes: Uint8Array): string | null {
	const encoding = encodingOf(bytes);
	const text = new TextDecoder(encoding).decode(bytes);
	if (text.includes('\0')) return null;
	return encoding === 'windows-1252' ? withLettersOf1252(text) : text;
}

/** What Windows-1252 has at 0x80 to 0x9f (the table of the WHATWG Encoding standard). */
const LETTERS_OF_1252 = '€\u0081‚ƒ„…†‡ˆ‰Š‹Œ\u008dŽ\u008f\u0090‘’“”•–—˜™š›œ\u009džŸ';

/** Some versions of Node decode Windows-1252 as Latin-1, which has control characters there. */
const withLettersOf1252 = (text: string): string =>
	text.replaceAll(/[\u0080-\u009f]/g, (letter) => LETTERS_OF_1252[letter.charCodeAt(0) - 0x80]!);

function encodingOf(bytes: Uint8Array): string {
	const [a, b, c] = bytes;
	if (a === 0xff && b === 0xfe) return 'utf-16le';
	if (a === 0xfe && b === 0xff) return 'utf-16be';
	if (a === 0xef && b === 0xbb && c === 0xbf) return 'utf-8';
	const start = bytes.subarray(0, 1000);
	const zeros = [0, 1].map(
		(odd) => start.filter((byte, at) => at % 2 === odd && byte === 0).length,
	);
	if (zeros[1]! > start.length / 4 && zeros[0] === 0) return 'utf-16le';
	if (zeros[0]! > start.length / 4 && zeros[1] === 0) return 'utf-16be';
	try {
		new TextDecoder('utf-8', { fatal: true }).decode(bytes);
		return 'utf-8';
	} catch {
		return 'windows-1252';
	}
}
