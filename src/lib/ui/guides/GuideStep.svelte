<script lang="ts">
	import type { Snippet } from 'svelte';
	import Scaled from '../look/Scaled.svelte';

	/** One step of a guide, beside the page on which it is done. */
	let {
		title,
		words,
		picture,
		children,
	}: {
		title: string;
		/** Sentences, each in a line of its own. */
		words: readonly string[];
		/** What the picture shows. */
		picture: string;
		/** The page, as on a phone; missing: there is nothing to show yet. */
		children?: Snippet | undefined;
	} = $props();

	const PHONE = { width: 390, height: 580, scale: 0.48 };
</script>

<li class="step">
	<div class="min-w-0">
		<h2 class="text-title">{title}</h2>
		{#each words as sentence (sentence)}<p class="mt-2">{sentence}</p>{/each}
	</div>
	{#if children}
		<Scaled label={picture} {...PHONE}>
			<div class="flex h-full flex-col bg-base-200 px-5 pt-5 text-base-content">
				{@render children()}
			</div>
		</Scaled>
	{/if}
</li>

<style>
	/* The picture stands before its words where there is room beside them, and else below. */
	.step {
		display: flex;
		flex-flow: row-reverse wrap;
		justify-content: flex-end;
		gap: 1rem 1.25rem;
		counter-increment: step;
		break-inside: avoid;
	}
	.step > div {
		flex: 1 1 10rem;
	}
	h2::before {
		content: counter(step) '. ';
	}
	@media print {
		.step {
			flex-wrap: nowrap;
			gap: 0.75rem;
		}
		h2 {
			font-size: 1.0625rem;
		}
		.step p {
			margin-block-start: 0.25rem;
		}
		/* A picture of a page is not that page on paper: its button is what is shown. */
		.step :global(.thumb) {
			display: block;
		}
		.step :global(*) {
			print-color-adjust: exact;
		}
	}
</style>
