<script lang="ts">
	import { tick } from 'svelte';
	import { m } from '$lib/paraglide/messages';

	/** A button for what cannot easily be taken back: it asks once, where it stands. */
	let {
		label,
		question,
		yes,
		no = m.cancel(),
		kind = 'btn-outline',
		isBusy = false,
		onyes,
	}: {
		label: string;
		question: string;
		yes: string;
		no?: string;
		/** How the button looks before it asks. */
		kind?: 'btn-outline' | 'btn-ghost';
		isBusy?: boolean;
		onyes: () => void;
	} = $props();

	const id = $props.id();
	let isAsking = $state(false);
	let asked = $state<HTMLElement>();
	let start = $state<HTMLElement>();

	async function ask(next: boolean) {
		isAsking = next;
		await tick();
		(next ? asked : start)?.focus();
	}
</script>

{#if isAsking}
	<div
		bind:this={asked}
		role="group"
		aria-labelledby="{id}-question"
		tabindex="-1"
		class="w-full rounded-box border border-error p-3"
	>
		<p id="{id}-question" class="mb-2">{question}</p>
		<div class="flex flex-wrap gap-2">
			<button type="button" class="btn btn-error" disabled={isBusy} onclick={onyes}>{yes}</button>
			<button type="button" class="btn btn-outline" onclick={() => ask(false)}>{no}</button>
		</div>
	</div>
{:else}
	<button bind:this={start} type="button" class="btn {kind}" onclick={() => ask(true)}>
		{label}
	</button>
{/if}
