/**
 * Codes for paper, easily read out and typed: nine signs in groups of three, the last one a check sign. The
 * alphabet has a prime number of signs of which no two look or sound alike; the rest of digits and letters
 * stands for the sign that it is mistaken for.
 *
 * The check sign follows the pure system of ISO/IEC 7064 (from memory), with 23 in place of 11 and the radix 2:
 * weights are powers of 2 modulo 23, of which eleven in a row differ, so that every single wrong sign and
 * every two signs that changed places are found.
 */

export const CODE_SIGNS = '23456789ACDEFHKMPRTVWXY';
/** Signs of a code without the check sign. */
export const CODE_LENGTH = 8;
const MODULUS = CODE_SIGNS.length;
const RADIX = 2;

/** What is read or typed for a sign of the alphabet. */
const LOOK_ALIKES: Readonly<Record<string, string>> = {
	Z: '2',
	S: '5',
	G: '6',
	B: '8',
	O: 'D',
	Q: 'D',
	'0': 'D',
	J: '7',
	I: '7',
	L: '7',
	'1': '7',
	N: 'M',
	U: 'V',
};

const valueOf = (sign: string): number => CODE_SIGNS.indexOf(sign);

/** A code of so many signs, from a number that is evenly spread over a large range. */
export function codeFrom(number: bigint): string {
	let rest = number;
	let signs = '';
	for (let index = 0; index < CODE_LENGTH; index++) {
		signs += CODE_SIGNS[Number(rest % BigInt(MODULUS))];
		rest /= BigInt(MODULUS);
	}
	return inGroups(signs + checkSign(signs));
}

/** The sign that makes the weighted sum of all signs 1 modulo 23. */
function checkSign(signs: string): string {
	let sum = 0;
	for (const sign of signs) sum = ((sum + valueOf(sign)) * RADIX) % MODULUS;
	return CODE_SIGNS[(MODULUS + 1 - sum) % MODULUS]!;
}

const inGroups = (signs: string): string => signs.match(/.{3}/g)!.join('-');

/**
 * The code that somebody typed, as it is printed, whatever case, spaces and look-alikes; `null` when it is none:
 * too short or long, a sign that no code has, or a slip.
 */
export function readCode(typed: string): string | null {
	const signs = [...typed.toUpperCase().replaceAll(/[^\p{L}\p{N}]/gu, '')].map(
		(sign) => LOOK_ALIKES[sign] ?? sign,
	);
	if (signs.length !== CODE_LENGTH + 1 || signs.some((sign) => valueOf(sign) < 0)) return null;
	const plain = signs.slice(0, -1).join('');
	return checkSign(plain) === signs.at(-1) ? inGroups(signs.join('')) : null;
}
