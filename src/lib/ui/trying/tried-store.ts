import { NOTHING_TRIED, type Tried } from '$lib/core/trying/tried';

/** Keeps what was tried in the tab: the phone and the wide page beside it are one family's. */
export class TriedStore {
	readonly name: string;

	constructor({ conference, family }: { readonly conference: string; readonly family: string }) {
		this.name = `ten-chairs:tried:${conference}:${family}`;
	}

	read(): Tried {
		const kept = sessionStorage.getItem(this.name);
		// Nobody writes there but this program, in this tab.
		return kept === null ? NOTHING_TRIED : (JSON.parse(kept) as Tried);
	}

	write(tried: Tried): void {
		sessionStorage.setItem(this.name, JSON.stringify(tried));
	}

	forget(): void {
		sessionStorage.removeItem(this.name);
	}
}
