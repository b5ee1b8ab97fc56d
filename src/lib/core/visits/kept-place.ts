import type { Mode } from '../snapshot/snapshot';

/** One appointment as a family or the school asks for it. Ids. */
export interface WantedPlace {
	/** The first of its slots. */
	readonly slot: string;
	readonly wishes: readonly string[];
	/** At a desk where the family picks who receives. */
	readonly person?: string;
	/** Where there is a choice; missing: the usual one. */
	readonly mode?: Mode;
	/** Who comes; missing: all adults of the family. */
	readonly adults?: readonly string[];
	/** Students who come along; missing: none. */
	readonly students?: readonly string[];
}

/** What a hold keeps: the appointment asked for, and the slots that are kept for it. */
export interface KeptPlace extends WantedPlace {
	readonly slots: readonly string[];
}
