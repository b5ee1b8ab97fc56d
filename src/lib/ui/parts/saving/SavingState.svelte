<script lang="ts">
	import Check from '@lucide/svelte/icons/check';
	import CloudOff from '@lucide/svelte/icons/cloud-off';
	import LoaderCircle from '@lucide/svelte/icons/loader-circle';
	import TriangleAlert from '@lucide/svelte/icons/triangle-alert';
	import { onMount } from 'svelte';
	import { m } from '$lib/paraglide/messages';
	import type { SavingState } from './autosave';

	/** A quiet word on whether what was typed is saved; partly: all but what has faults. */
	let { state: now, isPartly = false }: { state: SavingState; isPartly?: boolean } = $props();

	/** Before the page's script runs nothing is saved. */
	let isAwake = $state(false);
	onMount(() => (isAwake = true));

	const text = $derived(
		now === 'saved' && isPartly
			? m.saving_partly()
			: {
					saved: m.saving_saved,
					saving: m.saving_now,
					offline: m.saving_offline,
					busy: m.saving_busy,
					failed: m.saving_failed,
					refused: m.saving_refused,
				}[now](),
	);
</script>

<span
	class="inline-flex items-center gap-1.5 text-small {now === 'saved' || now === 'saving'
		? 'quiet'
		: 'font-bold text-error'}"
	role="status"
	data-saving={isAwake ? now : undefined}
>
	{#if now === 'saved'}<Check size={14} aria-hidden="true" />
	{:else if now === 'saving'}<LoaderCircle size={14} aria-hidden="true" />
	{:else if now === 'offline'}<CloudOff size={14} aria-hidden="true" />
	{:else}<TriangleAlert size={14} aria-hidden="true" />{/if}
	{text}
</span>
