import type { Suggestion, Suggestions } from '$lib/core/planner/suggest-visits';
import type { Placement, Visit } from '$lib/core/planner/visit-problem';
import {
	familyVisitProblem,
	type FamilyProjection,
	type VisitChoice,
} from '$lib/core/visits/family-projection';
import { aroundLost, lostPlacements } from '$lib/core/visits/lost-placements';
import { suggestInWorker } from './planner';

export interface Planned {
	/** What the family can choose from: live, and without what it would give up. */
	readonly view: FamilyProjection;
	readonly choice: VisitChoice;
	/** Whether whole visits are on the screen. */
	readonly isShown: boolean;
	/** Whether they may be there with the next tap. */
	readonly isNext: boolean;
	/** Whether what is lost is asked about: not while it is being booked. */
	readonly isAsking: boolean;
}

/**
 * Whole visits to choose from. What is on the screen stays there, whatever becomes of it, until something else
 * is asked for; what somebody else takes of it is marked, and something in its place is looked for.
 */
export class VisitPlans {
	#plans = $state.raw<{ readonly for: string; readonly suggestions: Suggestions } | null>(null);
	picked = $state(0);
	/** Lost ones of which it is known that the family has not taken them itself. */
	#lostToOthers = $state('');
	#instead = $state.raw<Suggestion | 'nothing' | null>(null);

	readonly #planned: () => Planned;
	readonly #asked = $derived.by(() => JSON.stringify(this.#planned().choice));
	readonly #problem = $derived.by(() =>
		familyVisitProblem(this.#planned().view, this.#planned().choice),
	);
	readonly suggestions = $derived.by(() => this.#plans?.suggestions ?? null);
	readonly suggestion = $derived.by(() => this.suggestions?.suggestions[this.picked]);
	/** What of the shown visit somebody else has by now. */
	readonly taken: readonly Placement[] = $derived.by(() =>
		this.suggestion ? lostPlacements(this.#problem, this.suggestion.visit) : [],
	);
	readonly #lost = $derived.by(() => {
		const { isShown, isAsking } = this.#planned();
		return isShown && isAsking && !this.isArranged ? this.taken : [];
	});
	readonly #lostSlots = $derived.by(() => this.#lost.map(({ slot }) => slot.id).join());
	/** All that the shown visit is about is arranged: another adult of the family was here. */
	readonly isArranged = $derived.by(() => {
		const { wishes } = this.#planned().view;
		const isPlaced = (wish: string) => wishes.some(({ id, placed }) => id === wish && placed);
		return !!this.suggestion?.visit.placements.every(({ wish }) => isPlaced(wish));
	});
	/** Something of the shown visit is gone: it cannot be booked as it stands. */
	readonly isBroken = $derived.by(() => this.#lost.length > 0);

	/** `reload` reads the whole truth: what is gone may be what the family has booked itself. */
	constructor(planned: () => Planned, reload: () => Promise<void>) {
		this.#planned = planned;
		$effect(() => {
			const { isShown, isNext, view, choice } = planned();
			if (isShown ? this.isArranged || this.#plans?.for === this.#asked : !isNext) return;
			const wanted = this.#asked;
			let isStale = false;
			void suggestInWorker(familyVisitProblem(view, choice)).then((suggestions) => {
				if (isStale) return;
				this.#plans = { for: wanted, suggestions };
				this.picked = 0;
			});
			return () => (isStale = true);
		});
		$effect(() => {
			const now = this.#lostSlots;
			if (now && this.#lostToOthers !== now) void reload().then(() => (this.#lostToOthers = now));
		});
		$effect(() => {
			this.#instead = null;
			if (!this.suggestion || !this.isKnownLost) return;
			const around = aroundLost(this.#problem, this.suggestion.visit);
			let isStale = false;
			void suggestInWorker(around.problem).then(({ suggestions: [best] }) => {
				if (isStale) return;
				this.#instead = best ? { ...best, visit: around.restore(best.visit) } : 'nothing';
			});
			return () => (isStale = true);
		});
	}

	/** Something is gone, and not to the family itself. */
	get isKnownLost(): boolean {
		return this.#lostSlots !== '' && this.#lostToOthers === this.#lostSlots;
	}

	/** Ids of slots of the shown visit that are gone. */
	get lost(): readonly string[] {
		return this.isKnownLost ? this.#lostSlots.split(',') : [];
	}

	/** The visit with others in place of what is gone; `null` while they are looked for. */
	get instead(): Visit | 'nothing' | null {
		return this.#instead && this.#instead !== 'nothing' ? this.#instead.visit : this.#instead;
	}

	/** Takes what was found in place of what is gone, or begins anew. */
	useInstead(): void {
		if (!this.#plans || !this.#instead) return;
		if (this.#instead === 'nothing') return this.forget();
		const suggestions = this.#plans.suggestions.suggestions.with(this.picked, this.#instead);
		this.#plans = { ...this.#plans, suggestions: { ...this.#plans.suggestions, suggestions } };
	}

	/** Begins anew, with what is free by then. */
	forget(): void {
		this.#plans = null;
	}
}
