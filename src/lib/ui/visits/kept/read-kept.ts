import { z } from 'zod/mini';
import { EDITION, type KeptVisit } from './kept-visit';
import { STORE, whereAllowed } from './kept-visits';

/** It was written by the same program. */
const keptVisit = z.custom<KeptVisit>(
	(found) => z.object({ edition: z.literal(EDITION), until: z.number() }).safeParse(found).success,
);

/**
 * What is kept, the latest read first. What has outlived its time by the phone's clock (milliseconds) is thrown
 * away.
 */
export const keptVisits = (now: number): Promise<KeptVisit[]> => whereAllowed(() => read(now), []);

async function read(now: number): Promise<KeptVisit[]> {
	if (!(await caches.has(STORE))) return [];
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
