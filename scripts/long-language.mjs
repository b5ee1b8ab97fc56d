// Makes messages/ar-XB.json: a made-up language that is written from right to left and whose words
// are long, to try layouts with. Run it after each change of messages/en.json.
import { readFileSync, writeFileSync } from 'node:fs';

const folder = new URL('../messages/', import.meta.url);

/** @param {string} text */
export const lengthen = (text) =>
	text
		.split(/(\{[^}]+\})/)
		.map((part) =>
			part.startsWith('{') ? part : part.replaceAll(/[aeiou]/g, (vowel) => vowel + vowel),
		)
		.join('');

/** @param {unknown} message @returns {unknown} */
function translate(message) {
	if (typeof message === 'string') return `⟦${lengthen(message)}⟧`;
	return /** @type {{ match: Record<string, string> }[]} */ (message).map((variant) => ({
		...variant,
		match: Object.fromEntries(
			Object.entries(variant.match).map(([key, text]) => [
				// Arabic has six forms where English has two.
				key.replaceAll('=other', '=*'),
				`⟦${lengthen(text)}⟧`,
			]),
		),
	}));
}

/** The made-up language's file for an English one. @param {string} english */
export function longLanguage(english) {
	const { $schema, ...messages } = JSON.parse(english);
	const long = Object.fromEntries(
		Object.entries(messages).map(([key, message]) => [key, translate(message)]),
	);
	return JSON.stringify({ $schema, ...long }, null, '\t') + '\n';
}

if (process.argv[1] === new URL(import.meta.url).pathname)
	writeFileSync(
		new URL('ar-XB.json', folder),
		longLanguage(readFileSync(new URL('en.json', folder), 'utf8')),
	);
