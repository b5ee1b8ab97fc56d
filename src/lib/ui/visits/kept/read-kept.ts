import { z } from 'zod';
import type { FamilyProjection } from '$lib/core/visits/family-projection';
import { EDITION } from './edition';
import { isPossible, STORE } from './kept-visits';

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

/** It was written by the same program. */
const keptVisit = z.custom<KeptVisit>(
	(found) => z.object({ edition: z.literal(EDITION), until: z.number() }).safeParse(found).success,
);

/**
 * What is kept, the latest read first. What has outlived its time by the phone's clock (milliseconds) is thrown
 * away.
 */
export async function keptVisits(now: number): Promise<KeptVisit[]> {
	if (!isPossible() || !(await caches.has(STORE))) return [];
	const store = await caches.open(STORE);
	const found: KeptVisit[] = [];
	for (const request of await store.keys()) {
		const answer = await store.match(request);
		if (!answer) continue;
		const kept = keptVisit.safeParse(await answer.json()).data;
		if (!kept || kept.until <= now + kept.ahead) await store.delete(request);
		else found.push(kept);
	}
	return found.sort((one, other) => other.readAt - one.readAt);
}
