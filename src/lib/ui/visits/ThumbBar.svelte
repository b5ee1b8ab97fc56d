<script lang="ts">
	import type { Snippet } from 'svelte';

	/** Keeps a step's one button within reach of the thumb. */
	let { children }: { children: Snippet } = $props();
</script>

<div class="thumb">{@render children()}</div>

<style>
	/* What has the focus is not behind the bar. */
	:global(html) {
		scroll-padding-block-end: 6rem;
	}
	.thumb {
		position: sticky;
		inset-block-end: 0;
		margin-block-start: auto;
		padding-block: 0.75rem;
		background: linear-gradient(to top, var(--color-base-200) 75%, transparent);
	}
	@media print {
		.thumb {
			display: none;
		}
	}
</style>
