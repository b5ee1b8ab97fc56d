<script lang="ts">
	import { isNote, type ListFault } from '$lib/core/register/register-lists';
	import { m } from '$lib/paraglide/messages';
	import { listFaultTexts } from './list-text';

	/** What is wrong in lists, and what is worth a look: one sentence for each kind. */
	let { found }: { found: readonly ListFault[] } = $props();

	const faults = $derived(found.filter((fault) => !isNote(fault)));
	const notes = $derived(found.filter(isNote));
</script>

{#if faults.length}
	<div class="mb-6" role="alert">
		<h3 class="font-bold text-error">{m.lists_faults({ count: faults.length })}</h3>
		<ul class="max-h-64 overflow-auto">
			{#each listFaultTexts(faults) as text (text)}<li>{text}</li>{/each}
		</ul>
	</div>
{/if}
{#if notes.length}
	<div class="mb-6">
		<h3 class="font-bold">{m.lists_notes()}</h3>
		<ul class="max-h-40 overflow-auto">
			{#each listFaultTexts(notes) as text (text)}<li>{text}</li>{/each}
		</ul>
	</div>
{/if}
