import type { Leaving } from './leaving';
import type { ListField } from './list-kinds';
import type { RegisterDifference } from './register-difference';
import type { ClassDoubt } from './shared-classes';
import type { ListTable } from './table';

/** What reading lists would do, as somebody sees it before. */
export interface ListsPreview {
	readonly difference: Omit<RegisterDifference, 'writes'>;
	/** Cells that may name several classes. */
	readonly classDoubts: readonly ClassDoubt[];
	/** Tables that cannot be read as what they are said to be. */
	readonly unreadable: readonly UnreadableTable[];
	/** Names what was seen, so that just this is written. */
	readonly seen: string;
	/** Of those the school has, how many the lists miss; for asking before taking them as left. */
	readonly leaving: Leaving;
}

export interface UnreadableTable {
	readonly name: string;
	readonly missing: readonly ListField[];
	readonly faults: ListTable['faults'];
}
