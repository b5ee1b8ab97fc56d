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
</style>
