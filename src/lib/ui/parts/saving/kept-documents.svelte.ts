import { onDestroy, onMount } from 'svelte';
import type { Collision } from '$lib/core/merge/merge-fields';
import { Autosave, type AutosaveOptions, type Heard, type Saving } from './autosave';
import { browserAround } from './browser-around';

type KeptOptions<Doc, Problem> = Omit<AutosaveOptions<Doc, Problem>, 'around' | 'show'> & {
	/** Under which name unsaved changes wait in this browser. */
	readonly storage: string;
};

/** Autosaved documents of a component: what is to be seen of them is seen anew by itself. */
export class KeptDocuments<Doc extends object, Problem> {
	readonly #autosave: Autosave<Doc, Problem>;
	#seen = $state.raw<Saving<Doc, Problem>>()!;

	constructor({ storage, ...options }: KeptOptions<Doc, Problem>) {
		this.#autosave = new Autosave({
			...options,
			around: browserAround(storage),
			show: (saving) => {
				this.#seen = saving;
			},
		});
		this.#seen = this.#autosave.saving;
		const flush = () => void this.#autosave.flush();
		onMount(() => {
			this.#autosave.takeUp();
			addEventListener('online', flush);
			return () => removeEventListener('online', flush);
		});
		onDestroy(() => {
			if (typeof window !== 'undefined') flush();
		});
	}

	get docs() {
		return this.#seen.docs;
	}

	get state() {
		return this.#seen.state;
	}

	get collisions() {
		return this.#seen.collisions;
	}

	get problems() {
		return this.#seen.problems;
	}

	edit(changes: readonly (readonly [id: string, doc: Doc | null])[]): void {
		this.#autosave.edit(changes);
	}

	hear(heard: Heard<Doc>): void {
		this.#autosave.hear(heard);
	}

	settle(collision: Collision & { readonly id: string }, mine: Doc | null | undefined): void {
		this.#autosave.settle(collision, mine);
	}
}
