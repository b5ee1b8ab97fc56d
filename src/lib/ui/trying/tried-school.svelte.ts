import type { AnyChange, InputOf, OutcomeOf } from '$lib/operations/change';
import type { TrialFacts } from '$lib/core/trying/trial-facts';
import { asTried, NOTHING_TRIED, type Tried } from '$lib/core/trying/tried';
import { asOf } from '$lib/core/visits/as-of';
import type { FamilyProjection } from '$lib/core/visits/family-projection';
import type { Clock } from '../visits/clock';
import type { SchoolLine } from '../visits/school-line';
import { playedChanges } from './played-changes';
import type { TriedStore } from './tried-store';

/** Stands for the school while a family's page is tried: what is asked for is played on what was read, and nowhere kept. */
export class TriedSchool implements SchoolLine {
	#tried = $state.raw<Tried>(NOTHING_TRIED);
	readonly #facts: () => TrialFacts;
	readonly #clock: Clock;
	readonly #store: TriedStore;

	constructor(facts: () => TrialFacts, clock: Clock, store: TriedStore) {
		this.#facts = facts;
		this.#clock = clock;
		this.#store = store;
	}

	/** The family's page with what was tried on it. */
	get view(): FamilyProjection {
		return asTried(this.#facts(), this.#tried);
	}

	/** What was tried before, and in another window, counts here as well. */
	takeUp(): void {
		this.#tried = this.#store.read();
	}

	readonly perform = <C extends AnyChange>(change: C, input: InputOf<C>): Promise<OutcomeOf<C>> => {
		const play = playedChanges.get(change);
		if (!play) return Promise.reject(new Error(`${change.name} cannot be tried`));
		const now = this.#clock.now();
		const { view } = this.#facts();
		const facts = { ...this.#facts(), view: asOf(view, now) };
		const { tried, outcome } = play(this.#tried, input, {
			facts,
			now,
			newId: () => crypto.randomUUID(),
		});
		if (tried !== this.#tried) {
			this.#tried = tried;
			this.#store.write(tried);
		}
		return Promise.resolve(outcome as OutcomeOf<C>);
	};

	/** Nobody else moves while a page is tried. */
	readonly follow = (): void => {};
}
