import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { describe, expect, it } from 'vitest';
import { writeCsv } from '$lib/files/write-csv';
import { makeLists, makeOneRoster } from '../../demo/make-lists';
import { makeSchool } from '../../demo/make-school';
import { LONG_LANGUAGE, longLanguage } from '../../scripts/long-language.mjs';
import { messageAudiences } from '../../scripts/message-audiences.mjs';
import { AUDIENCES, languages, messagesFor, messagesOf } from '../../scripts/messages.mjs';

const sources = (folder: string): string[] =>
	readdirSync(folder, { recursive: true, encoding: 'utf8' })
		.filter((name) => /\.(ts|svelte|css|sql)$/.test(name) && !name.includes('paraglide'))
		.map((name) => join(folder, name));

/** Lines of the project that the pattern finds. */
const lines = (files: string[], pattern: RegExp): string[] =>
	files.flatMap((file) =>
		readFileSync(file, 'utf8')
			.split('\n')
			.flatMap((line, index) =>
				pattern.test(line) ? [`${file}:${index + 1}: ${line.trim()}`] : [],
			),
	);

describe('the files of the project', () => {
	it('take the time from the clock alone', () => {
		const all = [...sources('src'), ...sources('demo'), ...sources('migrations')];
		const strays = lines(
			all,
			/Date\.now\b|new Date\(\)|\bnow\(\)|current_timestamp|clock_timestamp/i,
		);
		expect(
			strays.filter((line) => !/(clock|performance)\.now\(\)|foundation\/clock\.ts/.test(line)),
		).toEqual([]);
	});

	it('lay out by logical directions', () => {
		const physical =
			/(margin|padding|border)-(left|right)|(^|[\s;{])(left|right):|text-align: (left|right)|\b(ml|mr|pl|pr|left|right)-\d|text-(left|right)\b/;
		expect(
			lines([...sources('src/lib/ui'), ...sources('src/routes'), 'src/app.css'], physical),
		).toEqual([]);
	});

	it('have the made-up long language up to date', () => {
		expect(messagesOf(LONG_LANGUAGE)).toEqual(longLanguage(messagesOf('en')));
	});

	// The forms of each language are those of Unicode's CLDR, as Intl has them.
	it.each(['en', 'ar-XB'])(
		'have a sentence of %s for each form of number that it has',
		(language) => {
			type Variant = { declarations?: string[]; match: Record<string, string> };
			const messages = messagesOf(language) as Record<string, string | Variant[]>;
			const { pluralCategories } = new Intl.PluralRules(language).resolvedOptions();
			const lacking = Object.entries(messages).flatMap(([name, message]) => {
				if (typeof message === 'string') return [];
				return message.flatMap(({ declarations = [], match }) =>
					declarations
						.flatMap((text) => /^local (\w+) = \w+: plural/.exec(text)?.[1] ?? [])
						.flatMap((local) => {
							const said = new Set(
								Object.keys(match).flatMap((key) =>
									[...key.matchAll(/(\w+)=([\w*]+)/g)]
										.filter(([, variable]) => variable === local)
										.map(([, , form]) => form),
								),
							);
							return pluralCategories
								.filter((form) => !said.has('*') && !said.has(form))
								.map((form) => `${name}: ${local}=${form}`);
						}),
				);
			});
			expect(lacking).toEqual([]);
		},
	);

	it('use each message, and have each that is used', () => {
		const used = messageAudiences();
		const known = Object.keys(messagesOf('en'));
		expect(known.filter((name) => !used.has(name))).toEqual([]);
		expect([...used.keys()].filter((name) => !known.includes(name))).toEqual([]);
	});

	it.each(languages())('have each message of %s where those who read it are looked for', (one) => {
		const placed = AUDIENCES.flatMap((audience) =>
			Object.keys(messagesFor(one, audience)).map((name) => [name, audience] as const),
		);
		const audiences = messageAudiences();
		expect(placed.filter(([name, audience]) => audiences.get(name) !== audience)).toEqual([]);
		expect(new Set(placed.map(([name]) => name)).size).toBe(placed.length);
	});

	it('have the demo’s lists as they are made', () => {
		const school = makeSchool();
		for (const table of makeLists(school))
			expect(readFileSync(`demo/lists/${table.name}.csv`, 'utf8')).toBe(writeCsv(table));
		for (const table of makeOneRoster(school))
			expect(readFileSync(`demo/lists/one-roster/${table.name}.csv`, 'utf8')).toBe(
				writeCsv(table, { mark: false }),
			);
	});

	it('name no registry in the lock', () => {
		expect(lines(['package-lock.json'], /"resolved"|registry\./)).toEqual([]);
	});
});
