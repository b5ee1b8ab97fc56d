import type { ListsPreview } from '../../core/register/lists-preview';
import type { NamedTable } from '../../core/register/named-table';
import type { RegisterWrites } from '../../core/register/register-difference';
import type { RegisterState } from '../../core/register/register-state';

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
