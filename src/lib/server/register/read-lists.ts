import type { NamedTable } from '../../core/register/named-table';
import type { ListsPreview } from '../../core/register/lists-preview';
import { isNote } from '../../core/register/register-lists';
import { may, type Actor } from '../../core/permissions/may';
import type { OutcomeOf } from '../../operations/change';
import { listsRead } from '../../operations/lists';
import type { App } from '../app';
import { renewStatistics } from '../foundation/database/statistics';
import { ForbiddenError } from '../foundation/forbidden';
import { performs, type Deps } from '../foundation/runner/perform';
import { rememberColumns } from './column-memory';
import { compareAside } from './compare-aside';
import type { ListsToWrite } from './compared-lists';
import { loadRegister } from './load-register';
import { lockRegisterFor } from './lock-register';
import { writeDifference } from './write-difference';

/** Lists as they come from the page: tables whose columns have got their meanings, or a OneRoster set. */
export interface ListsToRead {
	readonly tables: readonly NamedTable[];
	/** Whoever is missing has left. */
	readonly complete: boolean;
	/** Answers to doubts about households, by the pair's key. */
	readonly answers: Readonly<Record<string, boolean>>;
}

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
export const applyLists = (
	app: Deps,
	actor: Actor,
	lists: ListsToRead,
	confirmed: { seen: string; leaveOut: boolean; leaving?: number; joined?: number },
): Promise<OutcomeOf<typeof listsRead>> =>
	applyBody(app, actor, { body: bodyOf({ ...lists, ...confirmed }) });

/** The same for lists as a page sent them. */
export const applyBody = performs(listsRead).by({
	isLong: true,
	lock: lockRegisterFor,
	async work({ tx, clock, act: id, input: { body, onProgress } }) {
		const input = { body, state: await loadRegister(tx), now: clock.now() };
		const compared = await compareAside({ ...input, wanted: 'writes' }, onProgress);
		if (!compared.ok) return { refused: { reason: 'no-lists' } };
		const { preview, writes, tables, lines } = compared;
		const against = standsAgainst(compared);
		if (against) return { refused: { reason: against, preview } };
		await writeDifference(tx, clock, writes);
		await rememberColumns(tx, tables);
		const after = { lines, leftOut: faultsOf(preview).length };
		return { done: { act: id, lines }, act: { kind: 'register.lists-read', after } };
	},
	after: ({ db }) => renewStatistics(db),
});

const faultsOf = ({ difference }: ListsPreview) =>
	difference.faults.filter((fault) => !isNote(fault));

/** What keeps lists from being read; `null`: nothing. */
function standsAgainst({
	preview,
	isAsSeen,
	leaveOut,
	leaving,
	joined,
}: ListsToWrite): 'unreadable' | 'not-as-seen' | 'many-leave' | 'rows-joined' | 'faults' | null {
	if (preview.unreadable.length) return 'unreadable';
	if (!isAsSeen) return 'not-as-seen';
	if (preview.leaving.isMany && preview.leaving.count !== leaving) return 'many-leave';
	const { rows, students } = preview.difference.counts;
	if (rows !== students && rows - students !== joined) return 'rows-joined';
	return faultsOf(preview).length && !leaveOut ? 'faults' : null;
}
