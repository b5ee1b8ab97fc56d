import { plainText } from './plain-text';

/** A person's name as lists and people write it. */
export interface PersonName {
	readonly title: string | null;
	readonly givenName: string | null;
	readonly familyName: string;
}

/** Titles before a name in the languages of many schools. Common practice, no source. */
const TITLES = new Set(
	'mr mrs ms miss mx dr prof professor sir frau herr mme mlle madame monsieur sr sra senhor senhora'.split(
		' ',
	),
);

/** Small words that begin a family name. Common practice, no source. */
const PARTICLES = new Set(
	'van von de der den del della di da dos das du la le el al bin ibn abu ter ten zu st saint mac o'.split(
		' ',
	),
);

/**
 * Splits a name written in one cell: `Ms Ines Amaral`, `Amaral, Ines`, `Piet van Rooyen`. Without a
 * comma the last word is the family name, together with the small words before it.
 */
export function readPersonName(text: string): PersonName {
	const words = text.replaceAll(/\s+/g, ' ').trim();
	const comma = words.indexOf(',');
	if (comma > 0) {
		const { title, rest } = withoutTitle(words.slice(comma + 1).trim());
		return { title, givenName: rest || null, familyName: words.slice(0, comma).trim() };
	}
	const { title, rest } = withoutTitle(words);
	const parts = rest.split(' ');
	let family = parts.length - 1;
	while (family > 1 && PARTICLES.has(plainText(parts[family - 1]!))) family--;
	return {
		title,
		givenName: parts.slice(0, family).join(' ') || null,
		familyName: parts.slice(family).join(' '),
	};
}

function withoutTitle(text: string): { title: string | null; rest: string } {
	const [first = '', ...others] = text.split(' ');
	return others.length && TITLES.has(plainText(first))
		? { title: first, rest: others.join(' ') }
		: { title: null, rest: text };
}
