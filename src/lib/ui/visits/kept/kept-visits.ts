import type { KeptVisit } from './kept-visit';

export const STORE = 'kept-visits';
/** Names of entries; never asked of the school. */
const nameOf = (address: string, family: string): string => `/visit/kept/${address}/${family}`;

/** A phone may have no such place, or forbid it; then a visit needs a connection. */
export const isPossible = (): boolean => 'caches' in globalThis;

/** Keeps a visit in the place of what was kept of it before. */
export async function keepVisit(kept: KeptVisit): Promise<void> {
	if (!isPossible()) return;
	const { conference, family } = kept.view;
	const store = await caches.open(STORE);
	await store.put(nameOf(conference.address, family), Response.json(kept));
}

/** Throws away what is kept of one visit. */
export async function forgetVisit({ conference, family }: KeptVisit['view']): Promise<void> {
	if (!isPossible() || !(await caches.has(STORE))) return;
	const store = await caches.open(STORE);
	await store.delete(nameOf(conference.address, family));
}

/** Throws everything away: somebody left, or the link is good no more. */
export async function forgetVisits(): Promise<void> {
	if (isPossible()) await caches.delete(STORE);
}
