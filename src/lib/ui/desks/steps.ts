import { isSame } from '$lib/core/merge/is-same';

/** What one step did to each document: `null` where there was none before, or is none after. */
export type Step<Doc> = readonly {
	readonly id: string;
	readonly before: Doc | null;
	readonly after: Doc | null;
}[];

/** Documents as they shall be; `null`: removed. */
export type Edits<Doc> = readonly (readonly [id: string, doc: Doc | null])[];

/** Three states of one document laid over one another. */
type Merge<Doc> = (base: Doc, mine: Doc, theirs: Doc) => { readonly value: Doc };

/** So many steps can be taken back. */
const MOST_STEPS = 200;

/**
 * The steps of an editor, to be taken back and done again. A step is laid back over what there is by then, so
 * that what somebody else did meanwhile stays.
 */
export class Steps<Doc extends object> {
	readonly #merge: Merge<Doc>;
	readonly #done: Step<Doc>[] = [];
	#undone: Step<Doc>[] = [];

	constructor(merge: Merge<Doc>) {
		this.#merge = merge;
	}

	get canUndo(): boolean {
		return this.#done.length > 0;
	}

	get canRedo(): boolean {
		return this.#undone.length > 0;
	}

	/** Remembers the step to the edits. Returns those that change something; none of them is no step. */
	take(edits: Edits<Doc>, now: (id: string) => Doc | undefined): Edits<Doc> {
		const step = edits
			.map(([id, after]) => ({ id, before: now(id) ?? null, after }))
			.filter(({ before, after }) => !isSame(before, after));
		if (step.length === 0) return [];
		this.#done.push(step);
		if (this.#done.length > MOST_STEPS) this.#done.shift();
		this.#undone = [];
		return step.map(({ id, after }) => [id, after]);
	}

	/** The edits that take the last step back; `null` when there is none. */
	undo(now: (id: string) => Doc | undefined): Edits<Doc> | null {
		const step = this.#done.pop();
		if (!step) return null;
		this.#undone.push(step);
		return this.#laid(
			step.map(({ id, before, after }) => ({ id, before: after, after: before })),
			now,
		);
	}

	/** The edits that do the step taken back last once more; `null` when there is none. */
	redo(now: (id: string) => Doc | undefined): Edits<Doc> | null {
		const step = this.#undone.pop();
		if (!step) return null;
		this.#done.push(step);
		return this.#laid(step, now);
	}

	#laid(step: Step<Doc>, now: (id: string) => Doc | undefined): Edits<Doc> {
		return step.map(({ id, before, after }) => {
			const theirs = now(id);
			return [id, before && after && theirs ? this.#merge(before, after, theirs).value : after];
		});
	}
}
