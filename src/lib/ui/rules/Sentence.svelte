<script lang="ts">
	import type { Snippet } from 'svelte';
	import { inPieces } from './in-pieces';

	/** A sentence with controls in it, wherever the language puts them. */
	let {
		says,
		piece,
	}: {
		/** Writes the sentence with what stands for each of its pieces. */
		says: (place: (name: string) => string) => string;
		piece: Snippet<[name: string]>;
	} = $props();

	const parts = $derived(inPieces(says));
</script>

<p class="sentence">
	{#each parts as part, index (index)}{#if 'piece' in part}{@render piece(
				part.piece,
			)}{:else}{part.text}{/if}{/each}
</p>

<style>
	.sentence {
		max-inline-size: 44rem;
		line-height: 2.4;
	}
	/* A control that reads as a piece of the sentence. */
	.sentence :global(.piece) {
		max-inline-size: 100%;
		min-block-size: 2rem;
		padding-inline: 0.375rem;
		margin-inline: 0.0625rem;
		font: inherit;
		font-weight: 700;
		line-height: 1.4;
		color: var(--color-primary);
		background: var(--color-base-200);
		border-block-end: 2px solid var(--color-primary);
	}
	.sentence :global(select.piece) {
		appearance: none;
		field-sizing: content;
		cursor: pointer;
	}
	.sentence :global(.piece:disabled) {
		color: inherit;
		background: none;
		border-block-end-color: transparent;
		cursor: auto;
		opacity: 1;
	}
	.sentence :global(.piece[aria-invalid]) {
		color: var(--color-error);
		border-block-end-color: var(--color-error);
	}
</style>
