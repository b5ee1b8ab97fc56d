// Every sentence in every language, said with facts: none is missing, none swallows a fact that another language
// tells, and counted things have all the forms that the language has (Unicode CLDR, by Intl.PluralRules).
import { describe, expect, it } from 'vitest';
import { m } from '$lib/paraglide/messages';
import { locales } from '$lib/paraglide/runtime';
import { messagesOf } from '../../scripts/messages.mjs';

interface Variants {
	readonly declarations: readonly string[];
	readonly match: Readonly<Record<string, string>>;
}
type Written = string | readonly Variants[];
type Say = (facts: Record<string, unknown>, options: { locale: string }) => string;

const english = messagesOf('en') as Record<string, Written>;
const names = Object.keys(english);
const say = m as unknown as Record<string, Say>;

/** What a sentence is given: counted things, and what is shown as it comes. */
function inputsOf(written: Written): { counted: string[]; shown: string[] } {
	if (typeof written === 'string') return { counted: [], shown: shownIn(written) };
	const declared = written.flatMap(({ declarations }) => declarations);
	const counted = declared.flatMap((one) => /^local \w+ = (\w+): plural/.exec(one)?.[1] ?? []);
	const shown = written.flatMap(({ match }) => Object.values(match).flatMap(shownIn));
	return { counted, shown: [...new Set(shown)] };
}
const shownIn = (text: string): string[] =>
	[...text.matchAll(/\{(\w+)\}/g)].map(([, name]) => name!);

/** Numbers that between them have every plural form of any language. */
const COUNTS = [0, 1, 2, 3, 5, 11, 21, 100, 1_000_000];

function factsFor(written: Written, count: number): Record<string, unknown> {
	const { counted, shown } = inputsOf(written);
	return Object.fromEntries([
		...shown.map((name) => [name, `‹${name}›`] as const),
		...counted.map((name) => [name, count] as const),
	]);
}

describe.each([...locales])('in %s', (locale) => {
	it('every sentence can be said, of any number', () => {
		const wrong = names.flatMap((name) => {
			const written = english[name]!;
			const { counted } = inputsOf(written);
			return (counted.length ? COUNTS : [1]).flatMap((count) => {
				const said = say[name]!(factsFor(written, count), { locale });
				// Without a translation its key is said.
				const isKey = said === name && written !== name;
				const isSaid = typeof said === 'string' && said.trim() !== '' && !isKey;
				return isSaid && !/[{}]|undefined|NaN|\[object/.test(said)
					? []
					: [`${name} of ${count}: ${said}`];
			});
		});
		expect(wrong).toEqual([]);
	});

	it('every fact is told that is told in English', () => {
		const swallowed = names.flatMap((name) => {
			const written = english[name]!;
			const facts = factsFor(written, 5);
			const told = say[name]!(facts, { locale: 'en' });
			const said = say[name]!(facts, { locale });
			return Object.values(facts)
				.map(String)
				.filter((fact) => told.includes(fact) && !said.includes(fact))
				.map((fact) => `${name}: ${fact}`);
		});
		expect(swallowed).toEqual([]);
	});
});
