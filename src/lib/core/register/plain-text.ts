/** Letters that have no accent to strip but are typed without one. */
const TYPED: Record<string, string> = {
	ß: 'ss',
	æ: 'ae',
	œ: 'oe',
	ø: 'o',
	ł: 'l',
	đ: 'd',
	ð: 'd',
	þ: 'th',
	ı: 'i',
};

/** Text for comparing: without accents, case and punctuation, words parted by one space. */
export function plainText(text: string): string {
	return text
		.normalize('NFKD')
		.replaceAll(/\p{Mark}/gu, '')
		.toLowerCase()
		.replaceAll(/[ßæœøłđðþı]/g, (letter) => TYPED[letter]!)
		.replaceAll(/[^\p{Letter}\p{Number}]+/gu, ' ')
		.trim();
}

/** A name for comparing, whatever the order of its words. */
export const plainName = (text: string): string => plainText(text).split(' ').sort().join(' ');

/** A telephone number for comparing: its digits alone. */
export const plainTelephone = (text: string): string => text.replaceAll(/\D/g, '');
