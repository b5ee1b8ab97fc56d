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

/**
 * Splits a name that begins with the family name: `Amaral, Ines`, `DUPONT Marie`, `Dupont Marie`. `null`
 * where nobody could tell where the family name ends.
 */
export function readFamilyFirst(text: string): PersonName | null {
	const words = text.replaceAll(/\s+/g, ' ').trim();
	if (words.includes(',')) return readPersonName(words);
	const { title, rest } = withoutTitle(words);
	const parts = rest.split(' ');
	const isLoud = (word: string) =>
		word.length > 1 && word === word.toUpperCase() && /\p{Lu}/u.test(word);
	const loud = parts.findIndex((word) => !isLoud(word));
	let family = loud > 0 ? loud : 0;
	if (family === 0) {
		while (PARTICLES.has(plainText(parts[family]!)) && family < parts.length - 1) family++;
		family++;
		if (parts.length - family > 1) return null;
	}
	return {
		title,
		givenName: parts.slice(family).join(' ') || null,
		familyName: parts.slice(0, family).join(' '),
	};
}

/** Words and signs between two names in one cell. Common practice, no source. */
const BETWEEN = /\s*[/;&+]\s*|\s+(?:and|und|et)\s+/i;
/** Those that are also part of a family name (`Ortega y Gasset`): only between two whole names. */
const BETWEEN_WHOLE = /\s+(?:y|e)\s+/i;

/**
 * The names of one cell: `Anna und Peter Holm` are two adults of one family name, `Anna Holm / Ole Roy` two of
 * two. What does not come apart for sure is one name.
 */
export function readAdultNames(text: string): PersonName[] {
	const whole = [readPersonName(text)];
	const parts = text.split(BETWEEN).map((part) => part.trim());
	const names = parts.length === 2 ? parts : text.split(BETWEEN_WHOLE).map((part) => part.trim());
	if (names.length !== 2 || names.some((name) => !name)) return whole;
	const [first, second] = names.map(readPersonName) as [PersonName, PersonName];
	// `Frau und Herr Holm`: two titles and a family name.
	if (!second.givenName && TITLES.has(plainText(names[0]!)))
		return [{ title: null, givenName: null, familyName: second.familyName }];
	if (!second.givenName) return whole;
	if (first.givenName) return [first, second];
	const isTitled = first.title !== null;
	return parts.length === 2 && !isTitled
		? [{ ...second, title: null, givenName: first.familyName }, second]
		: whole;
}
