import type { FamilyProjection } from '../visits/family-projection';

/** What a tried page knows beyond what a family may: it says what the school would answer. */
export interface TrialFacts {
	readonly view: FamilyProjection;
	/** Minutes before its start until which an appointment can be changed. */
	readonly changeMinutes: number;
	/** Names of those who interpret, by the numbers of the projection. */
	readonly interpreters: readonly string[];
	/** Of places that are called or met by video: the number, or the link, by the place's id. */
	readonly reached: Readonly<Record<string, string>>;
}
