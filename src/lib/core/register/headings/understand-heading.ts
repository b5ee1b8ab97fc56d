import { plainText } from '../plain-text';
import type { HeadingToken, HeadingWords, What, Who } from './heading-words';
import { english } from './words-en';
import { french } from './words-fr';
import { german } from './words-de';
import { portuguese } from './words-pt';
import { spanish } from './words-es';

export const languages: readonly HeadingWords[] = [english, german, french, spanish, portuguese];

/** What a heading says: whose it is, which of two, and what, in the order of its words. */
export interface Meaning {
	readonly who: readonly Who[];
	readonly which: 1 | 2 | null;
	readonly what: readonly What[];
}

/** `Schueler` and `Schüler` are one word. */
const folded = (text: string): string => plainText(text).replaceAll(/([aou])e/g, '$1');

/** Phrases of one language by their first word, the longest first. */
interface Dictionary {
	readonly phrases: ReadonlyMap<
		string,
		readonly (readonly [words: string[], means: HeadingToken])[]
	>;
	/** Single words, for parts of compounds and for abbreviations. */
	readonly words: ReadonlyMap<string, HeadingToken>;
	readonly silent: ReadonlySet<string>;
	readonly compounds: boolean;
}

function dictionaryOf({ means, silent, compounds = false }: HeadingWords): Dictionary {
	const entries = Object.entries(means).flatMap(([token, phrases]) =>
		phrases
			.split(', ')
			.map((phrase) => [folded(phrase).split(' '), token as HeadingToken] as const),
	);
	const phrases = new Map<string, (readonly [string[], HeadingToken])[]>();
	for (const entry of entries) {
		const first = entry[0][0]!;
		phrases.set(first, [...(phrases.get(first) ?? []), entry]);
	}
	for (const group of phrases.values()) group.sort(([a], [b]) => b.length - a.length);
	const single = entries.filter(([words]) => words.length === 1);
	return {
		phrases,
		words: new Map(single.map(([words, token]) => [words[0]!, token])),
		silent: new Set(folded(silent).split(' ')),
		compounds,
	};
}

const dictionaries = new Map(languages.map((language) => [language, dictionaryOf(language)]));

interface Word {
	readonly text: string;
	readonly isShortened: boolean;
}

/** Endings for the other gender or number: `Lehrer/in`, `Sorgeberechtigte(r)`, `alumno/a`. */
const ENDINGS = /(\p{L})[/(*:·](?:r|n|s|e|a|o|in|innen|ne|trice)\)?(?![\p{L}\p{N}])/gu;

/** `SchülerNr.2` → `schuler`, `nr` (shortened), `2`. */
function wordsOf(heading: string): Word[] {
	const parted = heading
		.replaceAll(ENDINGS, '$1')
		.replaceAll('#', ' no ')
		.replaceAll(/(\p{Ll})(\p{Lu})/gu, '$1 $2')
		.replaceAll(/(\p{L})(\d)/gu, '$1 $2')
		.replaceAll(/(\d)(\p{Lu}|\p{Ll}{3,})/gu, '$1 $2');
	return [...parted.matchAll(/[\p{L}\p{M}\p{N}]+\.?/gu)].flatMap(([found]) => {
		const text = folded(found);
		return text ? [{ text, isShortened: found.endsWith('.') }] : [];
	});
}

/** What the heading says in this language; `null` if a word of it is not understood, or it says nothing. */
export function understand(heading: string, language: HeadingWords): Meaning | null {
	const dictionary = dictionaries.get(language)!;
	const words = wordsOf(heading);
	const tokens: HeadingToken[] = [];
	for (let at = 0; at < words.length;) {
		const phrase = phraseAt(words, at, dictionary);
		if (phrase) {
			tokens.push(phrase[1]);
			at += phrase[0].length;
			continue;
		}
		const { text, isShortened } = words[at]!;
		const parts =
			(isShortened ? completed(text, dictionary) : null) ??
			(dictionary.compounds && text.length <= LONGEST_COMPOUND
				? parted(text, dictionary.words)
				: null);
		if (parts) tokens.push(...parts);
		else if (!dictionary.silent.has(text)) return null;
		at++;
	}
	return tokens.length ? meaningOf(tokens) : null;
}

function phraseAt(words: readonly Word[], at: number, { phrases, silent }: Dictionary) {
	const found = phrases
		.get(words[at]!.text)
		?.find(([phrase]) => phrase.every((word, index) => words[at + index]?.text === word));
	// `Prénom d’un élève`: a letter that can mean "first" says nothing beside other words.
	const isLetter = found?.[0].length === 1 && found[0][0]!.length === 1;
	return isLetter && silent.has(words[at]!.text) && words.length > 2 ? undefined : found;
}

/** A shortened word, if everything it can be short for means the same. */
function completed(text: string, { words }: Dictionary): HeadingToken[] | null {
	if (text.length < 3) return null;
	const meant = new Set(
		[...words].filter(([word]) => word.startsWith(text)).map(([, token]) => token),
	);
	return meant.size === 1 ? [...meant] : null;
}

/** The shortest part of a word that is several written together; `nr` is the one exception. */
const SHORTEST_PART = 3;
/** In longer words nobody writes together, and there would be too many ways to part them. */
const LONGEST_COMPOUND = 60;

/** The parts of a word that is several written together, with the `s` that joins some: `Schülervorname`. */
function parted(text: string, words: Dictionary['words']): HeadingToken[] | null {
	if (text === '') return [];
	for (let length = text.length; length >= 2; length--) {
		const part = text.slice(0, length);
		const token = length >= SHORTEST_PART || part === 'nr' ? words.get(part) : undefined;
		if (!token) continue;
		const rest = text.slice(length);
		const others =
			parted(rest, words) ?? (rest.startsWith('s') ? parted(rest.slice(1), words) : null);
		if (others) return [token, ...others];
	}
	return null;
}

const WHO: ReadonlySet<HeadingToken> = new Set<Who>([
	...(['student', 'teacher', 'adult', 'mother', 'father', 'interpreter'] as const),
]);

function meaningOf(tokens: readonly HeadingToken[]): Meaning {
	const is = <Token extends HeadingToken>(set: (token: HeadingToken) => boolean) =>
		[...new Set(tokens.filter(set))] as Token[];
	const which = tokens.includes('second') ? 2 : tokens.includes('first') ? 1 : null;
	const what = is<What>((token) => !WHO.has(token) && token !== 'first' && token !== 'second');
	const isNumber = (one: What) => one === 'key' || one === 'counter';
	const more = what.filter((one) => !isNumber(one));
	return {
		who: is<Who>((token) => WHO.has(token)),
		which,
		// A telephone number is a telephone, and the number of a matriculation is a key.
		what: more.length ? more : what.includes('key') ? ['key'] : what,
	};
}

/** What all headings say: each in the language that understands the most of them, else in another. */
export function understandAll(headings: readonly string[]): (Meaning | null)[] {
	const read = languages.map((language) =>
		headings.map((heading) => understand(heading, language)),
	);
	const ranked = read
		.map((meanings) => ({ meanings, known: meanings.filter(Boolean).length }))
		.sort((a, b) => b.known - a.known);
	return headings.map(
		(_, index) => ranked.find(({ meanings }) => meanings[index])?.meanings[index] ?? null,
	);
}
