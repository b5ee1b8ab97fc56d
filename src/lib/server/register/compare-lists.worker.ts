import { createHash } from 'node:crypto';
import { compareLists } from '../../core/register/compare-lists';
import { leavingBy } from '../../core/register/leaving';
import { isOneRoster, readOneRoster } from '../../core/register/one-roster';
import { missingFields } from '../../core/register/propose-columns';
import type { NamedTable } from '../../core/register/named-table';
import { readRows } from '../../core/register/read-rows';
import { sharedClasses } from '../../core/register/shared-classes';
import type { RegisterLists } from '../../core/register/register-lists';
import { answerAside } from '../foundation/aside/answer-aside';
import { newId } from '../foundation/identifiers';
import type { UnreadableTable } from '../../core/register/lists-preview';
import type { ComparedLists, ListsInput } from './compared-lists';
import { listsSchema, seenSchema } from './lists-body';

const NOTHING: RegisterLists = {
	kinds: [],
	teachers: [],
	students: [],
	adults: [],
	classes: [],
	teaching: [],
	enrolments: [],
	interpreters: [],
	faults: [],
};

answerAside(({ body, state, now, wanted }: ListsInput, progress): ComparedLists => {
	const sent: unknown = parsed(body);
	const read = listsSchema.safeParse(sent);
	if (!read.success) return { ok: false };
	const lists = read.data as unknown as { tables: NamedTable[] } & typeof read.data;
	progress(0.15);
	const tables = lists.tables.map(({ table }) => table);
	const roster = isOneRoster(tables);
	const unreadable = lists.tables.flatMap(({ table, kind, columns }): UnreadableTable[] => {
		const missing = roster || table.faults.length ? [] : missingFields(kind, columns);
		const { name, faults } = table;
		return missing.length || faults.length ? [{ name, missing, faults }] : [];
	});
	const answers = new Map(Object.entries(lists.answers));
	const labels = state.classes.map(({ label }) => label);
	const shared = sharedClasses(roster ? [] : lists.tables, labels, answers);
	const rows = unreadable.length
		? NOTHING
		: roster
			? readOneRoster(tables)
			: readRows(lists.tables, shared);
	progress(0.4);
	const { writes, ...difference } = compareLists(rows, state, {
		complete: lists.complete && rows.kinds.length > 0,
		answers,
		newId: () => newId({ now: () => now }),
		progress: (part) => progress(0.4 + 0.5 * part),
	});
	const preview = {
		difference,
		unreadable,
		classDoubts: shared.doubts,
		seen: createHash('sha256').update(JSON.stringify(difference.lines)).digest('base64url'),
		leaving: leavingBy(difference.lines, state),
	};
	if (wanted === 'text') return { ok: true, wanted, text: JSON.stringify(preview) };
	if (wanted === 'preview') return { ok: true, wanted, preview };
	const confirmed = seenSchema.safeParse(sent);
	if (!confirmed.success) return { ok: false };
	const isAsSeen = preview.seen === confirmed.data.seen;
	return {
		ok: true,
		wanted,
		writes,
		lines: difference.lines.length,
		...confirmed.data,
		// Of the tables only the headings are remembered.
		tables: lists.tables.map(({ table, ...named }) => ({
			...named,
			table: { ...table, rows: [] },
		})),
		isAsSeen,
		preview,
	};
});

function parsed(body: Uint8Array): unknown {
	try {
		return JSON.parse(new TextDecoder('utf-8', { fatal: true }).decode(body));
	} catch {
		return null;
	}
}
