import { describe, expect, it } from 'vitest';
import { compareLists } from '$lib/core/register/compare-lists';
import { isOneRoster, readOneRoster } from '$lib/core/register/one-roster';
import { missingFields, proposeKind } from '$lib/core/register/propose-columns';
import { readRows } from '$lib/core/register/read-rows';
import { readListFile } from '$lib/files/read-list-file';
import { fieldText, listFaultTexts, tableFaultTexts } from '$lib/ui/register/list-text';
import { m } from '$lib/paraglide/messages';
import { badLists } from './bad-lists';
import { counter, EMPTY } from './read-for-test';

describe('a bad list is answered with a sentence', () => {
	it('and there are at least forty kinds of them', () => {
		expect(badLists.length).toBeGreaterThanOrEqual(40);
	});

	it.each(badLists)(
		'$about',
		async ({ files, says }) => {
			const tables = (
				await Promise.all((await files()).map(({ name, bytes }) => readListFile(name, bytes)))
			).flat();
			const roster = isOneRoster(tables);
			const named = tables.map((table) => ({ table, ...proposeKind(table) }));
			const unread = named.flatMap(({ table, kind, columns }) => {
				if (table.faults.length) return tableFaultTexts(table.faults);
				const missing = roster ? [] : missingFields(kind, columns);
				return missing.length
					? [m.lists_missing({ fields: missing.map(fieldText).join(', ') })]
					: [];
			});
			const lists = unread.length ? null : roster ? readOneRoster(tables) : readRows(named);
			const faults = lists
				? compareLists(lists, EMPTY, { complete: true, newId: counter('n') }).faults
				: [];
			const sentences = [...unread, ...listFaultTexts(faults)];
			const fits = (sentence: string) =>
				says.every((part) => sentence.toLowerCase().includes(part.toLowerCase()));
			expect(sentences.some(fits), sentences.join('\n')).toBe(true);
		},
		60_000,
	);
});
