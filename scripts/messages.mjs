// Where the sentences lie: messages/<language>/<who reads them>.json.
import { readdirSync, readFileSync } from 'node:fs';

const folder = new URL('../messages/', import.meta.url);

/** Who reads them: families and teachers on their pages; the office; whoever gets a message. */
export const AUDIENCES = /** @type {const} */ (['visitors', 'office', 'sent']);
/** @typedef {(typeof AUDIENCES)[number]} Audience */

const SCHEMA = '$schema';

/** @param {string} language @param {Audience} audience */
export const messagesFile = (language, audience) => new URL(`${language}/${audience}.json`, folder);

/** The sentences of a language for one audience, by name. @param {string} language @param {Audience} audience @returns {Record<string, unknown>} */
export function messagesFor(language, audience) {
	const { [SCHEMA]: _schema, ...messages } = JSON.parse(
		readFileSync(messagesFile(language, audience), 'utf8'),
	);
	return messages;
}

/** All sentences of a language, by name. @param {string} language @returns {Record<string, unknown>} */
export const messagesOf = (language) =>
	Object.assign({}, ...AUDIENCES.map((audience) => messagesFor(language, audience)));

/** All languages that have sentences. */
export const languages = () =>
	readdirSync(folder, { withFileTypes: true })
		.filter((entry) => entry.isDirectory())
		.map(({ name }) => name);

/** Sentences as a file of them has them. @param {Record<string, unknown>} messages */
export const messagesText = (messages) =>
	JSON.stringify(
		{ [SCHEMA]: 'https://inlang.com/schema/inlang-message-format', ...messages },
		null,
		'\t',
	);
