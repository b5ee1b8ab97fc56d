import { getContext, setContext } from 'svelte';
import type { slotUndoLast } from '$lib/operations/floor';
import type { seatsUndo } from '$lib/operations/seats';
import { visitUndo } from '$lib/operations/visits';
import { m } from '$lib/paraglide/messages';
import { failureText } from '../parts/saving/failure-text';
import { perform } from '../parts/saving/ask-server';
import { undoRefusedText, type UndoRefused } from '../parts/saving/undo-refused-text';

/** The changes by which what the office does is taken back. */
export type TakesBack = typeof visitUndo | typeof seatsUndo | typeof slotUndoLast;

/** What came of taking something back. */
type TakenBack = { readonly ok: true } | { readonly ok: false; readonly reason: UndoRefused };

/** Something that was done, and how it is taken back. */
interface DoneAct {
	readonly text: string;
	readonly takeBack: () => Promise<TakenBack>;
}

/** What somebody in the office did since the page was opened, the last one first to be taken back. */
export class DoneActs {
	#done = $state.raw<readonly DoneAct[]>([]);
	/** What is said of the last one. */
	said = $state('');
	problem = $state('');
	isBusy = $state(false);
	readonly last = $derived.by(() => this.#done.at(-1));
	/** Pages that show what an act changed: they read again. */
	#listeners: readonly (() => Promise<void>)[] = [];

	/** Calls `read` whenever something was taken back, until the function that comes back is called. */
	follow(read: () => Promise<void>): () => void {
		this.#listeners = [...this.#listeners, read];
		return () => void (this.#listeners = this.#listeners.filter((other) => other !== read));
	}

	/** Remembers what was done to visits, or to seats. `null`: it cannot be taken back, or nothing had to be changed. */
	did(text: string, act: string | null, undo: TakesBack = visitUndo): void {
		this.didWith(text, act === null ? null : () => perform(undo, { act }));
	}

	/** Remembers what is taken back in a way of its own. */
	didWith(text: string, takeBack: DoneAct['takeBack'] | null): void {
		this.said = text;
		this.problem = '';
		if (takeBack) this.#done = [...this.#done, { text, takeBack }];
	}

	/** Takes back what was done last. */
	async undo(): Promise<void> {
		const last = this.last;
		if (!last || this.isBusy) return;
		this.isBusy = true;
		this.problem = '';
		try {
			const outcome = await last.takeBack();
			this.#done = this.#done.slice(0, -1);
			if (outcome.ok) this.said = m.undo_done();
			else this.problem = undoRefusedText(outcome.reason);
			await Promise.all(this.#listeners.map((read) => read()));
		} catch (error) {
			this.problem = failureText(error);
		} finally {
			this.isBusy = false;
		}
	}
}

const KEY = Symbol('done acts');

/** Makes what is done inside the component that is being made known in one place. */
export const keepDoneActs = (): DoneActs => setContext(KEY, new DoneActs());

/** What was done on this page and those beside it. */
export const doneActs = (): DoneActs => getContext<DoneActs>(KEY);
