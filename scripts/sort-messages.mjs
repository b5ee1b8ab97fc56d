// After a change of sentences: puts each into the file of those who read it, by name, in every language; and makes
// the made-up language anew.
import { writeFileSync } from 'node:fs';
import { format, resolveConfig } from 'prettier';
import { LONG_LANGUAGE, longLanguage } from './long-language.mjs';
import { messageAudiences } from './message-audiences.mjs';
import { AUDIENCES, languages, messagesFile, messagesOf, messagesText } from './messages.mjs';

const audiences = messageAudiences();
const english = messagesOf('en');
for (const language of languages()) {
	const messages = language === LONG_LANGUAGE ? longLanguage(english) : messagesOf(language);
	for (const audience of AUDIENCES) {
		const file = messagesFile(language, audience);
		const own = Object.entries(messages)
			// What nobody says yet waits with the office's.
			.filter(([name]) => (audiences.get(name) ?? 'office') === audience)
			.sort(([one], [other]) => (one < other ? -1 : 1));
		const options = await resolveConfig(file);
		const text = await format(messagesText(Object.fromEntries(own)), {
			...options,
			parser: 'json',
		});
		writeFileSync(file, text);
	}
}
