const ALPHABET = 'abcdefghijklmnopqrstuvwxyz234567';
const BITS = 5;

/** Base 32 of RFC 4648 (section 6) in lower case and without padding: case can be lost without harm. */
export function toBase32(bytes: Uint8Array): string {
	let text = '';
	let [held, bits] = [0, 0];
	for (const byte of bytes) {
		held = (held << 8) | byte;
		bits += 8;
		for (; bits >= BITS; bits -= BITS) text += ALPHABET[(held >> (bits - BITS)) & 31];
		held &= (1 << bits) - 1;
	}
	return bits ? text + ALPHABET[(held << (BITS - bits)) & 31] : text;
}

/** The bytes of such a text; `null` for one that was not made by `toBase32`. */
export function fromBase32(text: string): Uint8Array | null {
	const bytes: number[] = [];
	let [held, bits] = [0, 0];
	for (const letter of text) {
		const value = ALPHABET.indexOf(letter);
		if (value < 0) return null;
		held = (held << BITS) | value;
		bits += BITS;
		if (bits < 8) continue;
		bits -= 8;
		bytes.push(held >> bits);
		held &= (1 << bits) - 1;
	}
	const read = Uint8Array.from(bytes);
	return toBase32(read) === text ? read : null;
}
