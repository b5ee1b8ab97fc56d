<script lang="ts">
	import type { FamilyProjection } from '$lib/core/visits/family-projection';
	import type { NotMet } from '$lib/core/visits/why-not';
	import Remedies from './Remedies.svelte';
	import { teacherOf, whoText, whyNotText } from './words';

	/** What cannot be had, with the true reason of each, and what can be done about it. */
	let {
		view,
		entries,
		reload,
		onothertimes,
		onfewer,
	}: {
		view: FamilyProjection;
		entries: readonly NotMet[];
		reload: () => Promise<void>;
		/** Missing where there is nothing to go back to. */
		onothertimes?: (() => void) | undefined;
		onfewer?: (() => void) | undefined;
	} = $props();
</script>

<ul class="space-y-4">
	{#each entries as { wish, why } (wish)}
		<li>
			<strong class="block">{whoText(view, wish)}</strong>
			<p>{whyNotText(why, teacherOf(view, wish)?.name ?? '')}</p>
			<Remedies {view} {wish} {why} {reload} {onothertimes} {onfewer} />
		</li>
	{/each}
</ul>
