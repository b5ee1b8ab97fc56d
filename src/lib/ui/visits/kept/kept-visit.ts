import type { FamilyProjection } from '$lib/core/visits/family-projection';

/** Rises when what is kept has another shape: what an older program kept is not understood then. */
export const EDITION = 1;

/** A visit as the school last told it, kept on the family's phone for where there is no connection. */
export interface KeptVisit {
	readonly edition: typeof EDITION;
	readonly view: FamilyProjection;
	readonly school: { readonly name: string; readonly telephone: string | null };
	/** The children, by whose names a family is told from another one on the same phone. */
	readonly children: readonly string[];
	/** When it was read, by the school's clock; milliseconds. */
	readonly readAt: number;
	/** How far that clock is ahead of the phone's; milliseconds. */
	readonly ahead: number;
	/** When it is thrown away, by the school's clock. */
	readonly until: number;
}
