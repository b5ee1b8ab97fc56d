import { onMount } from 'svelte';
import type { AnyChange, InputOf, OutcomeOf } from '$lib/operations/change';
import { perform } from '../parts/saving/ask-server';
import { failureText } from '../parts/saving/failure-text';
import { waiting } from '../parts/saving/waiting.svelte';

/** A family's small act: one at a time, then the page is read again; or a sentence why not. */
export class ActOnce {
	/** Also until the page runs: pressing a button would do nothing. */
	isBusy = $state(true);
	problem = $state('');

	constructor(
		private readonly family: () => string,
		private readonly reload: () => Promise<void>,
	) {
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
		try {
			const outcome = await perform(change, input, { family: this.family() });
			await this.reload();
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
