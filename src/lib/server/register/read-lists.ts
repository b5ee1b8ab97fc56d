import { createHash } from 'node:crypto';
import { eq, isNotNull, isNull, and } from 'drizzle-orm';
import { compareLists } from '../../core/lists/compare-lists';
import { isNote, type RegisterLists } from '../../core/lists/register-lists';
import { isOneRoster, readOneRoster } from '../../core/lists/one-roster';
import { listKinds, type ListField, type ListKind } from '../../core/lists/list-kinds';
import { headerSignature, missingFields } from '../../core/lists/propose-columns';
import { readRows, type NamedTable } from '../../core/lists/read-rows';
import type { RegisterDifference } from '../../core/lists/register-difference';
import type { ListTable } from '../../core/lists/table';
import { may, type Actor } from '../../core/permissions/may';
import { recordAct } from '../acts/record-act';
import type { App } from '../app';
import type { Reader, Transaction } from '../database/connect';
import { postgresError } from '../database/errors';
import { inTransaction } from '../database/transaction';
import { act, columnMemory, conference } from '../database/schema';
import { newId } from '../identifiers';
import { ForbiddenError } from '../permissions/forbidden';
import { touchConference } from '../conferences/touch-conference';
import { deriveWishes } from '../visits/derive-wishes';
import { loadRegister } from './load-register';
import { beginRegisterAct, lockRegister } from './register-act';
import { dropDerivedWishes, UNDOABLE, undoChanges } from './undo-sql';
import { writeDifference } from './write-difference';

/** Lists as they come from the page: tables whose columns have got their meanings, or a OneRoster set. */
export interface ListsToRead {
	readonly tables: readonly {
		readonly table: ListTable;
		readonly kind: ListKind;
		readonly columns: readonly (ListField | null)[];
	}[];
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
	return inTransaction(db, async (tx) => {
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
		await rememberColumns(tx, lists);
		await deriveWishesAgain(tx, { clock });
		return { ok: true, act: id, lines: difference.lines.length };
	});
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

/** Wishes follow from classes: those of every conference that families can see. */
export async function deriveWishesAgain(
	tx: Transaction,
	{ clock }: Pick<App, 'clock'>,
): Promise<void> {
	const open = await tx
		.select({ id: conference.id })
		.from(conference)
		.where(and(isNotNull(conference.publishedAt), isNull(conference.withdrawnAt)));
	for (const { id } of open) {
		await deriveWishes(tx, clock, id);
		await touchConference(tx, id);
	}
}

/** What the columns of known headings meant the last time, by the headings' signature. */
export async function rememberedColumns(
	db: Reader,
): Promise<Record<string, Pick<NamedTable, 'kind' | 'columns'>>> {
	const rows = await db.select().from(columnMemory);
	return Object.fromEntries(
		rows
			.filter(({ kind }) => kind in listKinds)
			.map(({ signature, kind, columns }) => [
				signature,
				{ kind: kind as ListKind, columns: columns as (ListField | null)[] },
			]),
	);
}

async function rememberColumns(tx: Transaction, lists: ListsToRead): Promise<void> {
	if (isOneRoster(lists.tables.map(({ table }) => table))) return;
	for (const { table, kind, columns } of lists.tables)
		await tx
			.insert(columnMemory)
			.values({ signature: headerSignature(table.header), kind, columns: [...columns] })
			.onConflictDoUpdate({ target: columnMemory.signature, set: { kind, columns: [...columns] } });
}

/** Acts on the register that can be taken back, the last one first; just the last one may be. */
export interface UndoableAct {
	readonly id: string;
	readonly at: number;
	readonly kind: string;
}

/** The last act on the register that has not been undone, or `null`. */
export async function lastRegisterAct(db: Reader): Promise<UndoableAct | null> {
	const rows = await db.execute<{ id: string; at: string; kind: string }>(UNDOABLE);
	const [row] = rows;
	return row ? { id: row.id, at: Date.parse(row.at), kind: row.kind } : null;
}

export type UndoResult = 'undone' | 'relied-upon' | 'not-the-last';

/** PostgreSQL's code for a row that others refer to, and our own for one that was changed since. */
const RELIED_UPON = new Set(['23503', 'TC001', '23514']);

/**
 * Takes the last act on the register back. Refused when somebody has come to rely on it: a family that
 * it made has booked, or a row has been changed since.
 */
export async function undoRegisterAct(
	{ db, clock }: Pick<App, 'db' | 'clock'>,
	actor: Actor,
	actId: string,
): Promise<UndoResult> {
	if (!may(actor, 'register.change')) throw new ForbiddenError();
	try {
		return await inTransaction(db, async (tx) => {
			await lockRegister(tx);
			const last = await lastRegisterAct(tx);
			if (last?.id !== actId) return 'not-the-last';
			await tx.execute(dropDerivedWishes(actId));
			await tx.execute(undoChanges(actId));
			const undoing = await recordAct(tx, clock, {
				actor,
				kind: 'register.undone',
				before: { act: actId },
			});
			await tx.update(act).set({ undoneBy: undoing }).where(eq(act.id, actId));
			await deriveWishesAgain(tx, { clock });
			return 'undone';
		});
	} catch (error) {
		if (RELIED_UPON.has(postgresError(error)?.code ?? '')) return 'relied-upon';
		throw error;
	}
}
