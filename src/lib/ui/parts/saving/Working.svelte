<script lang="ts">
	import { m } from '$lib/paraglide/messages';
	import { waiting } from './waiting.svelte';

	/** Says at the top of the page that something is being done, once it takes long; or the note. */
	let { note }: { note: string } = $props();

	const text = $derived(note || (waiting.isLong ? m.working() : ''));
</script>

<div class="working no-print" class:shown={text} role="status">{text}</div>

<style>
	.working {
		position: fixed;
		z-index: 50;
		inset-block-start: 0.5rem;
		inset-inline-start: 50%;
		transform: translateX(-50%);
		border-radius: var(--radius-field);
	}
	.working.shown {
		padding: 0.25rem 0.875rem;
		background: var(--color-base-content);
		color: var(--color-base-100);
		font-weight: 700;
	}
	:global([dir='rtl']) .working {
		transform: translateX(50%);
	}
</style>
