import { onMount } from 'svelte';
import type { AnyChange, InputOf, OutcomeOf } from '$lib/operations/change';
import { perform } from './ask-server';
import { failureText } from './failure-text';
import { waiting } from './waiting.svelte';

interface Around {
	/** Of a family's page: which one asks. */
	readonly family?: () => string;
	/** Once there is an answer: reads the page again, say. */
	readonly after?: () => Promise<void>;
	/** Who is asked; missing: the server. */
	readonly perform?: typeof perform;
}

/** A small act: one at a time, with a sentence when nothing is known of it. */
export class ActOnce {
	/** Also until the page runs: pressing a button would do nothing. */
	isBusy = $state(true);
	problem = $state('');

	constructor(private readonly around: Around = {}) {
		onMount(() => {
			this.isBusy = false;
		});
	}

	/** `null`: nothing is known of it, or one is on its way. */
	async perform<C extends AnyChange>(change: C, input: InputOf<C>): Promise<OutcomeOf<C> | null> {
		if (this.isBusy) return null;
		this.isBusy = true;
		this.problem = '';
		const over = waiting.begin();
		const { family, after, perform: ask = perform } = this.around;
		try {
			const outcome = await ask(change, input, family && { family: family() });
			await after?.();
			return outcome;
		} catch (error) {
			this.problem = failureText(error);
			return null;
		} finally {
			this.isBusy = false;
			over();
		}
	}
}
