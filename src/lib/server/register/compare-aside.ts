import type { ListsPreview } from '../../core/lists/lists-preview';
import type { NamedTable } from '../../core/lists/named-table';
import type { RegisterWrites } from '../../core/lists/register-difference';
import type { RegisterState } from '../../core/lists/register-state';
import { runAside, type AsideLimits } from '../aside/run-aside';
import source from './compare-lists.worker?node-worker';

/** Lists as they were sent (JSON), and what they are compared with. */
export interface ListsInput {
	readonly body: Uint8Array;
	readonly state: RegisterState;
	readonly now: number;
	/** The preview as JSON, for a page; as it is; or what has to be written. */
	readonly wanted: 'text' | 'preview' | 'writes';
}

export type ComparedLists =
	/** The body is none that the page would send. */
	| { readonly ok: false }
	| { readonly ok: true; readonly wanted: 'text'; readonly text: string }
	| { readonly ok: true; readonly wanted: 'preview'; readonly preview: ListsPreview }
	| ListsToWrite;

export interface ListsToWrite {
	readonly ok: true;
	readonly wanted: 'writes';
	readonly preview: ListsPreview;
	/** Whether the lists and the register are still what was seen. */
	readonly isAsSeen: boolean;
	readonly leaveOut: boolean;
	/** How many people may leave by this, as somebody has typed it. */
	readonly leaving?: number | undefined;
	/** How many rows were said to be about students of other rows, which is right. */
	readonly joined?: number | undefined;
	readonly writes: RegisterWrites;
	readonly lines: number;
	readonly tables: readonly NamedTable[];
}

/** The lists cannot be compared in the time and memory that there is for it; nothing was written. */
export class ListsTooLargeError extends Error {
	override readonly name = 'ListsTooLargeError';
}

/** A hundred thousand rows take some fifteen seconds. */
const LIMITS: AsideLimits = { deadline: 120_000, memory: 2048 };

/**
 * Reads lists and compares them with the register, beside the server. Throws `ListsTooLargeError` when
 * it would take too much.
 */
export async function compareAside<Wanted extends ListsInput['wanted']>(
	input: ListsInput & { readonly wanted: Wanted },
	onProgress?: (part: number) => void,
): Promise<{ readonly ok: false } | Extract<ComparedLists, { wanted: Wanted }>> {
	const options = onProgress ? { ...LIMITS, onProgress } : LIMITS;
	const result = await runAside<ListsInput, ComparedLists>(source, input, options);
	if (!result.ok) throw new ListsTooLargeError(result.reason);
	return result.answer as { ok: false } | Extract<ComparedLists, { wanted: Wanted }>;
}
