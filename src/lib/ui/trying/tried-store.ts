import { z } from 'zod/mini';
import { NOTHING_TRIED, type Tried } from '$lib/core/trying/tried';

/** Rises when what is kept has another shape: what an older program kept is not understood then. */
const EDITION = 1;

const kept = z.object({
	edition: z.literal(EDITION),
	tried: z.custom<Tried>((value) => typeof value === 'object' && value !== null),
});

/** Keeps what was tried in the tab: the phone and the wide page beside it are one family's. */
export class TriedStore {
	readonly name: string;

	constructor({ conference, family }: { readonly conference: string; readonly family: string }) {
		this.name = `ten-chairs:tried:${conference}:${family}`;
	}

	read(): Tried {
		const found = kept.safeParse(JSON.parse(sessionStorage.getItem(this.name) ?? 'null'));
		return found.success ? found.data.tried : NOTHING_TRIED;
	}

	write(tried: Tried): void {
		sessionStorage.setItem(this.name, JSON.stringify({ edition: EDITION, tried }));
	}

	forget(): void {
		sessionStorage.removeItem(this.name);
	}
}
