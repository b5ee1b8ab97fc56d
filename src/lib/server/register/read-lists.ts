import type { NamedTable } from '../../core/lists/named-table';
import { isNote } from '../../core/lists/register-lists';
import { may, type Actor } from '../../core/permissions/may';
import type { App } from '../app';
import { renewStatistics } from '../database/statistics';
import { inTransaction } from '../database/transaction';
import { ForbiddenError } from '../permissions/forbidden';
import { deriveWishesAgain } from '../visits/derive-wishes-again';
import { rememberColumns } from './column-memory';
import { compareAside, type ListsPreview } from './compare-aside';
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

export type ReadingResult =
	| { readonly ok: true; readonly act: string; readonly lines: number }
	| {
			readonly ok: false;
			/**
			 * The register or the lists are no longer what was seen; rows have faults; many would leave; several
			 * rows are one student.
			 */
			readonly reason: 'not-as-seen' | 'faults' | 'unreadable' | 'many-leave' | 'rows-joined';
			readonly preview: ListsPreview;
	  };

const bodyOf = (lists: object): Uint8Array => new TextEncoder().encode(JSON.stringify(lists));

/** What reading the lists would do. Writes nothing. */
export async function previewLists(
	{ db, clock }: Pick<App, 'db' | 'clock'>,
	actor: Actor,
	lists: ListsToRead,
): Promise<ListsPreview> {
	if (!may(actor, 'register.change')) throw new ForbiddenError();
	const compared = await compareAside({
		body: bodyOf(lists),
		state: await loadRegister(db),
		now: clock.now(),
		wanted: 'preview',
	});
	if (!compared.ok) throw new TypeError('these are no lists');
	return compared.preview;
}

/**
 * The same for lists as a page sent them: the preview as JSON, since it can be very long. `null` for a
 * body that holds no lists.
 */
export async function previewBody(
	{ db, clock }: Pick<App, 'db' | 'clock'>,
	actor: Actor,
	body: Uint8Array,
	onProgress: (part: number) => void,
): Promise<string | null> {
	if (!may(actor, 'register.change')) throw new ForbiddenError();
	const input = { body, state: await loadRegister(db), now: clock.now() };
	const compared = await compareAside({ ...input, wanted: 'text' }, onProgress);
	return compared.ok ? compared.text : null;
}

/**
 * Reads the lists into the register, in one transaction, if they do just what was seen. With
 * `leaveOut` rows with faults are left out; otherwise a fault keeps everything from being written. Where
 * many people would be marked as left, nothing is written unless `leaving` is their number; where rows say a
 * student once more, unless `joined` is the number of such rows.
 */
export async function applyLists(
	app: Pick<App, 'db' | 'clock'>,
	actor: Actor,
	lists: ListsToRead,
	confirmed: { seen: string; leaveOut: boolean; leaving?: number; joined?: number },
): Promise<ReadingResult> {
	const result = await applyBody(app, actor, bodyOf({ ...lists, ...confirmed }));
	if (!result) throw new TypeError('these are no lists');
	return result;
}

/** The same for lists as a page sent them; `null` for a body that holds none. */
export async function applyBody(
	{ db, clock }: Pick<App, 'db' | 'clock'>,
	actor: Actor,
	body: Uint8Array,
	onProgress?: (part: number) => void,
): Promise<ReadingResult | null> {
	if (!may(actor, 'register.change')) throw new ForbiddenError();
	const result = await inTransaction(
		db,
		async (tx): Promise<ReadingResult | null> => {
			await lockRegister(tx);
			const input = { body, state: await loadRegister(tx), now: clock.now() };
			const compared = await compareAside({ ...input, wanted: 'writes' }, onProgress);
			if (!compared.ok) return null;
			const { preview, writes, tables, lines, isAsSeen, leaveOut } = compared;
			if (preview.unreadable.length) return { ok: false, reason: 'unreadable', preview };
			if (!isAsSeen) return { ok: false, reason: 'not-as-seen', preview };
			if (preview.leaving.isMany && preview.leaving.count !== compared.leaving)
				return { ok: false, reason: 'many-leave', preview };
			const { rows, students } = preview.difference.counts;
			if (rows !== students && rows - students !== compared.joined)
				return { ok: false, reason: 'rows-joined', preview };
			const faults = preview.difference.faults.filter((fault) => !isNote(fault));
			if (faults.length && !leaveOut) return { ok: false, reason: 'faults', preview };
			const id = await beginRegisterAct(tx, clock, {
				actor,
				kind: 'register.lists-read',
				after: { lines, leftOut: faults.length },
			});
			await writeDifference(tx, clock, writes);
			await rememberColumns(tx, tables);
			await deriveWishesAgain(tx, { clock });
			return { ok: true, act: id, lines };
		},
		{ isLong: true },
	);
	if (result?.ok) await renewStatistics(db);
	return result;
}
