import type { FamilyProjection } from '$lib/core/visits/family-projection';

/** A visit as the school last told it, kept on the family's phone for where there is no connection. */
export interface KeptVisit {
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

const STORE = 'kept-visits';
/** Names of entries; never asked of the school. */
const nameOf = (address: string, family: string): string => `/visit/kept/${address}/${family}`;

/** A phone may have no such place, or forbid it; then a visit needs a connection. */
const isPossible = (): boolean => 'caches' in globalThis;

/** Keeps a visit in the place of what was kept of it before. */
export async function keepVisit(kept: KeptVisit): Promise<void> {
	if (!isPossible()) return;
	const { conference, family } = kept.view;
	const store = await caches.open(STORE);
	await store.put(nameOf(conference.address, family), Response.json(kept));
}

/** Throws away what is kept of one visit. */
export async function forgetVisit({ conference, family }: FamilyProjection): Promise<void> {
	if (!isPossible() || !(await caches.has(STORE))) return;
	const store = await caches.open(STORE);
	await store.delete(nameOf(conference.address, family));
}

/** Throws everything away: somebody left, or the link is good no more. */
export async function forgetVisits(): Promise<void> {
	if (isPossible()) await caches.delete(STORE);
}

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
		const kept = (await answer.json()) as KeptVisit;
		if (kept.until <= now + kept.ahead) await store.delete(request);
		else found.push(kept);
	}
	return found.sort((one, other) => other.readAt - one.readAt);
}
