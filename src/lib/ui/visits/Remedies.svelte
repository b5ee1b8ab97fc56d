<script lang="ts">
	import type { FamilyProjection } from '$lib/core/visits/family-projection';
	import { remediesFor, type WhyNot } from '$lib/core/visits/why-not';
	import { m } from '$lib/paraglide/messages';
	import AskSchool from './AskSchool.svelte';
	import WaitForPlace from './WaitForPlace.svelte';

	/** What can be done about a wish that cannot be met. */
	let {
		view,
		wish,
		why,
		reload,
		onothertimes,
		onfewer,
	}: {
		view: FamilyProjection;
		wish: string;
		why: WhyNot;
		reload: () => Promise<void>;
		/** Missing where there is nothing to go back to. */
		onothertimes?: (() => void) | undefined;
		onfewer?: (() => void) | undefined;
	} = $props();
</script>

<div class="mt-1.5 flex flex-wrap gap-2">
	{#each remediesFor(why) as remedy (remedy)}
		{#if remedy === 'waiting-list'}
			<WaitForPlace {view} {wish} {reload} />
		{:else if remedy === 'ask-school'}
			<AskSchool {view} {wish} {reload} />
		{:else if remedy === 'other-times' && onothertimes}
			<button type="button" class="btn btn-outline" onclick={onothertimes}>
				{m.visit_other_times()}
			</button>
		{:else if remedy === 'fewer-teachers' && onfewer}
			<button type="button" class="btn btn-outline" onclick={onfewer}>
				{m.remedy_fewer_teachers()}
			</button>
		{/if}
	{/each}
</div>
