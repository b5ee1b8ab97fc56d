/* eslint-disable svelte/prefer-svelte-reactivity -- the maps are values, replaced as a whole */
import { SvelteSet } from 'svelte/reactivity';
import { v7 } from 'uuid';
import { datesInUse, sittingAt, type EditTools } from '$lib/core/desks/edit-plan';
import {
	sittingsOfPlan,
	type ConferenceHours,
	type DeskPlan,
	type PlannedSitting,
} from '$lib/core/desks/desk-plan';
import type { PlanFault } from '$lib/core/desks/faults-of-plan';
import { mergePlans } from '$lib/core/desks/merge-plans';
import type { Answer, SentChange } from '../parts/saving/autosave';
import { KeptDocuments } from '../parts/saving/kept-documents.svelte';
import { barKey, barRef, type BarRef } from './bar-key';
import { Steps, type Edits } from './steps';

/** Why a desk was not kept. */
export interface DeskProblem {
	readonly faults: readonly PlanFault[];
	readonly refusal: 'has-appointments' | 'person-taken' | null;
}

/** A teacher whom the school does not know yet. */
export interface NewTeacher {
	readonly id: string;
	readonly name: string;
}

/**
 * The desks of a conference while an organiser sets them up: what is there, what is picked, and every
 * step taken, to be undone and done again.
 */
export class DeskEditor {
	readonly kept: KeptDocuments<DeskPlan, DeskProblem>;
	hours = $state.raw<ConferenceHours>({
		hours: [],
		weekly: [],
		division: { slotMinutes: 10, gapMinutes: 0 },
	});
	/** Picked sittings, by key, and picked desks. Never both. */
	readonly bars = new SvelteSet<string>();
	readonly desks = new SvelteSet<string>();
	/** What to tell those who do not see the screen. */
	spoken = $state('');
	canUndo = $state(false);
	canRedo = $state(false);

	readonly #steps = new Steps(mergePlans);
	#teachers = new Map<string, string>();
	#sittings = new WeakMap<DeskPlan, readonly PlannedSitting[]>();
	#sittingsFor: ConferenceHours | null = null;

	constructor(options: {
		readonly storage: string;
		readonly plans: readonly DeskPlan[];
		readonly hours: ConferenceHours;
		readonly send: (
			changes: readonly SentChange<DeskPlan>[],
			teachers: readonly NewTeacher[],
		) => Promise<readonly Answer<DeskPlan, DeskProblem>[]>;
	}) {
		this.hours = options.hours;
		this.kept = new KeptDocuments<DeskPlan, DeskProblem>({
			storage: options.storage,
			documents: byId(options.plans),
			merge: mergePlans,
			send: (changes) =>
				options.send(
					changes,
					[...this.#teachers].map(([id, name]) => ({ id, name })),
				),
		});
	}

	/** In the order of their numbers; new ones, which have none yet, at the end. */
	readonly plans = $derived.by(() =>
		[...this.kept.docs.values()].sort(
			(a, b) => (a.number || Infinity) - (b.number || Infinity) || (a.id < b.id ? -1 : 1),
		),
	);
	readonly dates = $derived.by(() => datesInUse(this.plans, this.hours));

	readonly tools: EditTools = this.#tools();

	#tools(): EditTools {
		const hours = () => this.hours;
		return {
			get conference() {
				return hours();
			},
			newId: () => v7(),
		};
	}

	plan(id: string): DeskPlan | undefined {
		return this.kept.docs.get(id);
	}

	/** A desk's sittings, worked out once for each state of its plan. */
	sittings(plan: DeskPlan): readonly PlannedSitting[] {
		if (this.#sittingsFor !== this.hours) {
			this.#sittings = new WeakMap();
			this.#sittingsFor = this.hours;
		}
		let known = this.#sittings.get(plan);
		if (!known) {
			known = sittingsOfPlan(plan, this.hours);
			this.#sittings.set(plan, known);
		}
		return known;
	}

	sitting(ref: BarRef): PlannedSitting | undefined {
		const plan = this.plan(ref.desk);
		return plan && sittingAt(plan, ref, this.tools);
	}

	/** Picked sittings that are there. */
	readonly picked = $derived.by(() =>
		[...this.bars].map(barRef).flatMap((ref) => {
			const plan = this.kept.docs.get(ref.desk);
			const sitting = plan
				? this.sittings(plan).find(({ date, start }) => date === ref.date && start === ref.start)
				: undefined;
			return plan && sitting ? [{ ref, plan, sitting }] : [];
		}),
	);

	pickBar(ref: BarRef, more = false): void {
		const key = barKey(ref);
		const was = this.bars.has(key);
		if (!more) this.bars.clear();
		this.desks.clear();
		if (more && was) this.bars.delete(key);
		else this.bars.add(key);
	}

	pickDesk(id: string, more = false): void {
		const was = this.desks.has(id);
		if (!more) this.desks.clear();
		this.bars.clear();
		if (more && was) this.desks.delete(id);
		else this.desks.add(id);
	}

	pickNothing(): void {
		this.bars.clear();
		this.desks.clear();
	}

	/** One step: the desks as they shall be. `say` is told to those who do not see it. */
	apply(plans: readonly (readonly [id: string, plan: DeskPlan | null])[], say = ''): void {
		const edits = this.#steps.take(plans, (id) => this.plan(id));
		if (edits.length === 0) return;
		this.kept.edit(edits);
		this.#count();
		if (say) this.spoken = say;
	}

	/** Changes each desk in the same way, in one step. */
	change(ids: readonly string[], edit: (plan: DeskPlan) => DeskPlan, say = ''): void {
		this.apply(
			ids.flatMap((id) => {
				const plan = this.plan(id);
				return plan ? [[id, edit(plan)] as const] : [];
			}),
			say,
		);
	}

	undo(say: string): void {
		this.#lay(
			this.#steps.undo((id) => this.plan(id)),
			say,
		);
	}

	redo(say: string): void {
		this.#lay(
			this.#steps.redo((id) => this.plan(id)),
			say,
		);
	}

	/** Names a teacher who is new to the school. Returns the id to use. */
	newTeacher(name: string): string {
		const id = v7();
		this.#teachers.set(id, name);
		return id;
	}

	teacherName(id: string): string | undefined {
		return this.#teachers.get(id);
	}

	#lay(edits: Edits<DeskPlan> | null, say: string): void {
		if (!edits) return;
		this.kept.edit(edits);
		this.#count();
		this.spoken = say;
	}

	#count(): void {
		this.canUndo = this.#steps.canUndo;
		this.canRedo = this.#steps.canRedo;
	}
}

export const byId = (plans: readonly DeskPlan[]): ReadonlyMap<string, DeskPlan> =>
	new Map(plans.map((plan) => [plan.id, plan]));
