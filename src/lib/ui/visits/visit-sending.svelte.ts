import type { MadeVisit } from '$lib/operations/visit-shapes';
import { visitBook, visitChange } from '$lib/operations/visits';
import type { OutcomeOf } from '$lib/operations/change';
import { waiting } from '../parts/saving/waiting.svelte';
import type { PendingVisit } from './kept-choices';
import type { SchoolLine } from './school-line';
import { untilAnswered, type Delay } from './until-answered';
import { untilOnline } from './until-online';

export type VisitOutcome = OutcomeOf<typeof visitBook>;

/** What a family has confirmed, on its way to the school, however long that takes. */
export class VisitSending {
	/** What was confirmed, until there is an answer. */
	pending = $state.raw<PendingVisit | null>(null);
	/** What keeps the answer. */
	delay = $state<Delay | null>(null);
	#goOn: (() => void) | undefined;

	constructor(private readonly line: SchoolLine) {}

	/** Sends what was confirmed; the same again is the same act. Throws what repeating would not help. */
	async send(pending: PendingVisit): Promise<VisitOutcome> {
		this.pending = pending;
		const over = waiting.begin();
		try {
			return await untilAnswered(() => this.#ask(pending), {
				clock: performance,
				pause: untilOnline,
				told: (delay) => this.#told(delay),
			});
		} finally {
			over();
			this.delay = null;
		}
	}

	/** What came of it is on the page. */
	end(): void {
		this.pending = null;
	}

	/** Somebody wants it to be tried for longer. */
	goOn(): void {
		this.#goOn?.();
	}

	#ask({ change, input }: PendingVisit): Promise<VisitOutcome> {
		const family = input.familyId;
		return change === 'visit.book'
			? this.line.perform(visitBook, input, { family })
			: this.line.perform(visitChange, input, { family });
	}

	#told(delay: Delay): Promise<void> | void {
		this.delay = delay;
		if (delay === 'asks') return new Promise((resolve) => (this.#goOn = resolve));
	}
}

/** What the family did last, as long as it can take it back. */
export interface LastAct {
	readonly act: NonNullable<MadeVisit['act']>;
	readonly text: string;
}
