import { z } from 'zod/mini';
import type { Clock } from './clock';
import { givenAnswers } from '$lib/operations/questions';
import { visitBook, visitChange } from '$lib/operations/visits';

const pendingVisit = z.discriminatedUnion('change', [
	z.object({ change: z.literal('visit.book'), input: visitBook.input }),
	z.object({ change: z.literal('visit.change'), input: visitChange.input }),
]);

/** What a family has chosen and not booked yet: ids and times, for one tab, for an hour. */
const kept = z.object({
	until: z.number(),
	unticked: z.array(z.string()),
	chosen: z.array(z.number()),
	bounds: z.object({ from: z.nullable(z.number()), until: z.nullable(z.number()) }),
	/** What was confirmed, and of which nothing is known yet. */
	pending: z.nullable(pendingVisit),
	/** What is booked as soon as the family has said what it is asked. */
	asking: z.nullable(pendingVisit),
	said: givenAnswers,
});
export type KeptChoices = Omit<z.output<typeof kept>, 'until'>;
export type PendingVisit = NonNullable<KeptChoices['pending']>;

const HOUR = 3_600_000;

/** Where a tab keeps things over a reload; a browser may forbid it. */
type TabStorage = Pick<Storage, 'getItem' | 'setItem' | 'removeItem'>;

/** Keeps a family's choices for one conference in a tab. */
export class ChoiceStore {
	readonly #name: string;
	constructor(
		private readonly storage: () => TabStorage,
		private readonly clock: Clock,
		{ family, conference }: { readonly family: string; readonly conference: string },
	) {
		this.#name = `ten-chairs:${conference}:${family}`;
	}

	/** What was kept, while it is good. */
	read(): KeptChoices | null {
		try {
			const found = kept.safeParse(JSON.parse(this.storage().getItem(this.#name) ?? 'null'));
			return found.success && found.data.until > this.clock.now() ? found.data : null;
		} catch {
			return null;
		}
	}

	write(choices: KeptChoices): void {
		try {
			const until = this.clock.now() + HOUR;
			this.storage().setItem(this.#name, JSON.stringify({ ...choices, until }));
		} catch {
			// Without a place to keep them they are good until the page is left.
		}
	}

	forget(): void {
		try {
			this.storage().removeItem(this.#name);
		} catch {
			// There was no place to keep anything.
		}
	}
}
