<script lang="ts">
	import { m } from '$lib/paraglide/messages';
	import FamilyCard from './FamilyCard.svelte';
	import type { FoundFamily } from '$lib/operations/found';
	import FindList from './FindList.svelte';

	/** One family out of many: found by any name in it, and shown with all that tells it from others. */
	let {
		label,
		search,
		chosen = $bindable(),
	}: {
		label: string;
		search: (text: string) => Promise<readonly FoundFamily[]>;
		chosen: FoundFamily | null;
	} = $props();
</script>

<div class="max-w-md">
	{#if chosen}
		<div class="flex items-start gap-4 border-s-4 border-primary ps-3">
			<div class="grow"><FamilyCard family={chosen} /></div>
			<button type="button" class="btn btn-ghost btn-xs" onclick={() => (chosen = null)}
				>{m.family_choose_other()}</button
			>
		</div>
	{:else}
		<FindList {label} {search} onchoose={(family: FoundFamily) => (chosen = family)}>
			{#snippet option(family: FoundFamily)}<FamilyCard {family} />{/snippet}
		</FindList>
	{/if}
</div>
