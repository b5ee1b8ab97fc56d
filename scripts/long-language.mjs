// A made-up language that is written from right to left and whose words are long, to try layouts with.
export const LONG_LANGUAGE = 'ar-XB';

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

/** The made-up language's sentences for English ones. @param {Record<string, unknown>} english */
export const longLanguage = (english) =>
	Object.fromEntries(Object.entries(english).map(([name, message]) => [name, translate(message)]));
