<script lang="ts">
	import { onMount } from 'svelte';
	import Check from '@lucide/svelte/icons/check';
	import Undo2 from '@lucide/svelte/icons/undo-2';
	import { visitUndo } from '$lib/operations/visits';
	import { m } from '$lib/paraglide/messages';
	import { undoRefusedText } from '../parts/saving/undo-refused-text';
	import { familyAct } from './school-line';
	import type { LastAct } from './visit-sending.svelte';

	/** What the family did last, and for a minute a way to take it back. */
	let {
		family,
		lastAct,
		reload,
		ondone,
	}: { family: string; lastAct: LastAct; reload: () => Promise<void>; ondone: () => void } =
		$props();

	const MINUTE = 60_000;
	const began = performance.now();
	let left = $state(MINUTE);
	onMount(() => {
		const timer = setInterval(() => {
			left = MINUTE - (performance.now() - began);
			if (left <= 0) clearInterval(timer);
		}, 1000);
		return () => clearInterval(timer);
	});

	const act = familyAct({ family: () => family, after: () => reload() });
	let refused = $state('');

	async function undo() {
		const outcome = await act.perform(visitUndo, { act: lastAct.act });
		if (outcome?.ok) ondone();
		else if (outcome) refused = undoRefusedText(outcome.reason);
	}
</script>

<div class="mb-4 rounded-box bg-base-100 p-3" role="status">
	<p class="flex items-center gap-2 font-bold text-primary">
		<Check class="shrink-0" size={20} aria-hidden="true" />
		{lastAct.text}
	</p>
	{#if left > 0 && !refused}
		<p class="no-print mt-2 flex items-center gap-3">
			<button type="button" class="btn btn-outline" disabled={act.isBusy} onclick={undo}>
				<Undo2 size={18} aria-hidden="true" />
				{m.undo()}
			</button>
			<span class="quiet text-small" aria-hidden="true">
				{m.undo_left({ seconds: Math.ceil(left / 1000) })}
			</span>
		</p>
	{/if}
	{#if refused || act.problem}<p class="mt-2 text-error">{refused || act.problem}</p>{/if}
</div>
