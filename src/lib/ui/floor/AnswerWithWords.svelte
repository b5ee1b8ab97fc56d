<script lang="ts">
	import { LONGEST_ANSWER_WORDS } from '$lib/operations/office-visits';
	import { m } from '$lib/paraglide/messages';
	import type { SeatActs } from './seat-acts.svelte';

	/** Accepts or declines what a family asked for, with a word to it if somebody likes. */
	let {
		appointment,
		acts,
		hasLetters = false,
	}: {
		appointment: string;
		acts: SeatActs;
		/** Letters press the buttons here. */
		hasLetters?: boolean;
	} = $props();

	let words = $state('');

	export function answer(accept: boolean): void {
		void acts.answer(appointment, accept, words);
	}
</script>

<label class="mb-2 block text-small">
	{m.answer_words()}
	<input class="input input-sm w-full" maxlength={LONGEST_ANSWER_WORDS} bind:value={words} />
</label>
<p class="mb-2 flex gap-2">
	<button
		type="button"
		class="btn btn-primary btn-sm"
		disabled={acts.isBusy}
		onclick={() => answer(true)}
	>
		{m.day_accept()}
		{#if hasLetters}<kbd class="kbd kbd-xs" aria-hidden="true">A</kbd>{/if}
	</button>
	<button
		type="button"
		class="btn btn-outline btn-sm"
		disabled={acts.isBusy}
		onclick={() => answer(false)}
	>
		{m.day_decline()}
		{#if hasLetters}<kbd class="kbd kbd-xs" aria-hidden="true">D</kbd>{/if}
	</button>
</p>
