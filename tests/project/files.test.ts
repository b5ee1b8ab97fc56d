import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { describe, expect, it } from 'vitest';
import { writeCsv } from '$lib/files/write-csv';
import { makeLists, makeOneRoster } from '../../demo/make-lists';
import { makeSchool } from '../../demo/make-school';
import { longLanguage } from '../../scripts/long-language.mjs';

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
		const english = readFileSync('messages/en.json', 'utf8');
		expect(JSON.parse(readFileSync('messages/ar-XB.json', 'utf8'))).toEqual(
			JSON.parse(longLanguage(english)),
		);
	});

	// The forms of each language are those of Unicode's CLDR, as Intl has them.
	it.each(['en', 'ar-XB'])(
		'have a sentence of %s for each form of number that it has',
		(language) => {
			type Variant = { declarations?: string[]; match: Record<string, string> };
			const messages: Record<string, string | Variant[]> = JSON.parse(
				readFileSync(`messages/${language}.json`, 'utf8'),
			);
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
		const used = new Set(
			sources('src').flatMap((file) =>
				[
					...readFileSync(file, 'utf8').matchAll(
						/(?:\bm\.|\bsays\('|\bneeded\(\d+, ')([a-z][a-z_]*)\b/g,
					),
				].map(([, name]) => name),
			),
		);
		const known = Object.keys(JSON.parse(readFileSync('messages/en.json', 'utf8'))).filter(
			(name) => name !== '$schema',
		);
		expect(known.filter((name) => !used.has(name))).toEqual([]);
		expect([...used].filter((name) => !known.includes(name!))).toEqual([]);
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
