// After a change of sentences: puts each into the file of those who read it, by name, in every language; and makes
// the made-up language anew.
import { writeFileSync } from 'node:fs';
import { format, resolveConfig } from 'prettier';
import { LONG_LANGUAGE, longLanguage } from './long-language.mjs';
import { messageAudiences } from './message-audiences.mjs';
import {
	AUDIENCES,
	languages,
	messagesFile,
	messagesFor,
	messagesOf,
	messagesText,
} from './messages.mjs';

const audiences = messageAudiences();
const english = messagesOf('en');

const wanted = languages().flatMap((language) => {
	const messages = language === LONG_LANGUAGE ? longLanguage(english) : messagesOf(language);
	return AUDIENCES.map((audience) => ({
		language,
		audience,
		text: messagesText(
			Object.fromEntries(
				Object.entries(messages)
					// What nobody says yet waits with the office's.
					.filter(([name]) => (audiences.get(name) ?? 'office') === audience)
					.sort(([one], [other]) => (one < other ? -1 : 1)),
			),
		),
	}));
});
const changed = wanted.filter(
	({ language, audience, text }) => messagesText(messagesFor(language, audience)) !== text,
);
const written = await Promise.all(
	changed.map(async ({ language, audience, text }) => {
		const file = messagesFile(language, audience);
		return { file, text: await format(text, { ...(await resolveConfig(file)), parser: 'json' }) };
	}),
);
// All at once: whoever watches them sees one change.
for (const { file, text } of written) writeFileSync(file, text);
