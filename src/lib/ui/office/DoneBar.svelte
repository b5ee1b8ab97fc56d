<script lang="ts">
	import Undo2 from '@lucide/svelte/icons/undo-2';
	import { m } from '$lib/paraglide/messages';
	import { isTyping } from '../parts/letters';
	import type { DoneActs } from './done-acts.svelte';

	/** What was done last, with the way to take it back; Ctrl+Z does the same. */
	let { done }: { done: DoneActs } = $props();

	function pressed(event: KeyboardEvent) {
		const isUndo = (event.ctrlKey || event.metaKey) && !event.shiftKey && event.key === 'z';
		// In a field the same keys take back what was typed.
		if (!isUndo || isTyping(event) || !done.last) return;
		event.preventDefault();
		void done.undo();
	}
</script>

<svelte:window onkeydown={pressed} />

<div class="flex min-h-9 flex-wrap items-center gap-3 text-small no-print">
	<span role="status">{done.said}</span>
	{#if done.problem}<span class="text-error" role="alert">{done.problem}</span>{/if}
	{#if done.last}
		<button
			type="button"
			class="btn btn-outline btn-sm"
			disabled={done.isBusy}
			onclick={() => done.undo()}
		>
			<Undo2 size={16} aria-hidden="true" />
			{m.undo()}
			<kbd class="kbd kbd-xs" aria-hidden="true">Ctrl+Z</kbd>
		</button>
	{/if}
</div>
