import { createHash } from 'node:crypto';
import { compareLists } from '../../core/lists/compare-lists';
import type { ListField } from '../../core/lists/list-kinds';
import { isOneRoster, readOneRoster } from '../../core/lists/one-roster';
import { missingFields } from '../../core/lists/propose-columns';
import { readRows, type NamedTable } from '../../core/lists/read-rows';
import type { RegisterDifference } from '../../core/lists/register-difference';
import { isNote, type RegisterLists } from '../../core/lists/register-lists';
import type { ListTable } from '../../core/lists/table';
import { may, type Actor } from '../../core/permissions/may';
import type { App } from '../app';
import type { Reader } from '../database/connect';
import { renewStatistics } from '../database/statistics';
import { inTransaction } from '../database/transaction';
import { newId } from '../identifiers';
import { ForbiddenError } from '../permissions/forbidden';
import { deriveWishesAgain } from '../visits/derive-wishes-again';
import { rememberColumns } from './column-memory';
import { loadRegister } from './load-register';
import { beginRegisterAct, lockRegister } from './register-act';
import { writeDifference } from './write-difference';

/** Lists as they come from the page: tables whose columns have got their meanings, or a OneRoster set. */
export interface ListsToRead {
	readonly tables: readonly NamedTable[];
	/** Whoever is missing has left. */
	readonly complete: boolean;
	/** Answers to doubts about households, by the pair's key. */
	readonly answers: Readonly<Record<string, boolean>>;
}

export interface ListsPreview {
	readonly difference: Omit<RegisterDifference, 'writes'>;
	/** Tables that cannot be read as what they are said to be. */
	readonly unreadable: readonly UnreadableTable[];
	/** Names what was seen, so that just this is written. */
	readonly seen: string;
	/** Of those the school has, how many the lists miss; for asking before taking them as left. */
	readonly gone: number;
}

export interface UnreadableTable {
	readonly name: string;
	readonly missing: readonly ListField[];
	readonly faults: ListTable['faults'];
}

export type ReadingResult =
	| { readonly ok: true; readonly act: string; readonly lines: number }
	| {
			readonly ok: false;
			/** The register or the lists are no longer what was seen; or rows have faults. */
			readonly reason: 'not-as-seen' | 'faults' | 'unreadable';
			readonly preview: ListsPreview;
	  };

/** What reading the lists would do. Writes nothing. */
export async function previewLists(
	{ db, clock }: Pick<App, 'db' | 'clock'>,
	actor: Actor,
	lists: ListsToRead,
): Promise<ListsPreview> {
	if (!may(actor, 'register.change')) throw new ForbiddenError();
	return (await compare(db, lists, () => newId(clock))).preview;
}

/**
 * Reads the lists into the register, in one transaction, if they do just what was seen. With
 * `leaveOut` rows with faults are left out; otherwise a fault keeps everything from being written.
 */
export async function applyLists(
	{ db, clock }: Pick<App, 'db' | 'clock'>,
	actor: Actor,
	lists: ListsToRead,
	{ seen, leaveOut }: { seen: string; leaveOut: boolean },
): Promise<ReadingResult> {
	if (!may(actor, 'register.change')) throw new ForbiddenError();
	const result = await inTransaction(
		db,
		async (tx): Promise<ReadingResult> => {
			await lockRegister(tx);
			const { preview, difference } = await compare(tx, lists, () => newId(clock));
			if (preview.unreadable.length) return { ok: false, reason: 'unreadable', preview };
			if (preview.seen !== seen) return { ok: false, reason: 'not-as-seen', preview };
			const faults = preview.difference.faults.filter((fault) => !isNote(fault));
			if (faults.length && !leaveOut) return { ok: false, reason: 'faults', preview };
			const id = await beginRegisterAct(tx, clock, {
				actor,
				kind: 'register.lists-read',
				after: { lines: difference.lines.length, leftOut: faults.length },
			});
			await writeDifference(tx, clock, difference.writes);
			await rememberColumns(tx, lists.tables);
			await deriveWishesAgain(tx, { clock });
			return { ok: true, act: id, lines: difference.lines.length };
		},
		{ isLong: true },
	);
	if (result.ok) await renewStatistics(db);
	return result;
}

async function compare(
	db: Reader,
	lists: ListsToRead,
	nextId: () => string,
): Promise<{ preview: ListsPreview; difference: RegisterDifference }> {
	const tables = lists.tables.map(({ table }) => table);
	const roster = isOneRoster(tables);
	const unreadable = lists.tables.flatMap(({ table, kind, columns }): UnreadableTable[] => {
		const missing = roster || table.faults.length ? [] : missingFields(kind, columns);
		const { name, faults } = table;
		return missing.length || faults.length ? [{ name, missing, faults }] : [];
	});
	const read = unreadable.length
		? NOTHING
		: roster
			? readOneRoster(tables)
			: readRows(lists.tables);
	const difference = compareLists(read, await loadRegister(db), {
		complete: lists.complete && read.kinds.length > 0,
		answers: new Map(Object.entries(lists.answers)),
		newId: nextId,
	});
	const { writes, ...shown } = difference;
	return {
		difference,
		preview: {
			difference: shown,
			unreadable,
			seen: createHash('sha256').update(JSON.stringify(shown.lines)).digest('base64url'),
			gone: shown.lines.filter(
				({ change, subject }) =>
					change === 'gone' && (subject === 'student' || subject === 'teacher'),
			).length,
		},
	};
}

const NOTHING: RegisterLists = {
	...{ kinds: [], teachers: [], students: [], adults: [], classes: [], teaching: [] },
	...{ enrolments: [], interpreters: [], faults: [] },
};
