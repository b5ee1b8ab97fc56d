import type { KeptVisit } from './kept-visit';

export const STORE = 'kept-visits';
/** Names of entries; never asked of the school. */
const nameOf = (address: string, family: string): string => `/visit/kept/${address}/${family}`;

/** Does what needs that place. A phone may have none, or forbid it: then a visit needs a connection. */
export async function whereAllowed<T>(work: () => Promise<T>, otherwise: T): Promise<T> {
	if (!('caches' in globalThis)) return otherwise;
	try {
		return await work();
	} catch {
		return otherwise;
	}
}

/** Keeps a visit in the place of what was kept of it before. */
export const keepVisit = (kept: KeptVisit): Promise<void> =>
	whereAllowed(async () => {
		const { conference, family } = kept.view;
		const store = await caches.open(STORE);
		await store.put(nameOf(conference.address, family), Response.json(kept));
	}, undefined);

/** Throws away what is kept of one visit. */
export const forgetVisit = ({ conference, family }: KeptVisit['view']): Promise<void> =>
	whereAllowed(async () => {
		if (!(await caches.has(STORE))) return;
		const store = await caches.open(STORE);
		await store.delete(nameOf(conference.address, family));
	}, undefined);

/** Throws everything away: somebody left, or the link is good no more. */
export const forgetVisits = (): Promise<unknown> => whereAllowed(() => caches.delete(STORE), false);
