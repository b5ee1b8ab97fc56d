<script lang="ts">
	import type { FamilyProjection } from '$lib/core/visits/family-projection';
	import { waysOn, type NotMet } from '$lib/core/visits/why-not';
	import { m } from '$lib/paraglide/messages';
	import AskSchool from './AskSchool.svelte';
	import WaitForPlace from './WaitForPlace.svelte';
	import { whoText, whyNotText } from './words';

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

	const nameOf = (id: string): string => {
		const wish = view.wishes.find((known) => known.id === id);
		return view.desks.find((desk) => desk.id === wish?.desks[0])?.name ?? '';
	};
</script>

<ul class="space-y-4">
	{#each entries as { wish, why } (wish)}
		<li>
			<strong class="block">{whoText(view, wish)}</strong>
			<p>{whyNotText(why, nameOf(wish))}</p>
			<div class="ways">
				{#each waysOn(why) as way (way)}
					{#if way === 'waiting-list'}
						<WaitForPlace {view} {wish} {reload} />
					{:else if way === 'ask-school'}
						<AskSchool {view} {wish} {reload} />
					{:else if way === 'other-times' && onothertimes}
						<button type="button" class="btn btn-outline" onclick={onothertimes}>
							{m.visit_other_times()}
						</button>
					{:else if way === 'fewer-teachers' && onfewer}
						<button type="button" class="btn btn-outline" onclick={onfewer}>
							{m.way_fewer_teachers()}
						</button>
					{/if}
				{/each}
			</div>
		</li>
	{/each}
</ul>

<style>
	.ways {
		display: flex;
		flex-wrap: wrap;
		gap: 0.5rem;
		margin-block-start: 0.375rem;
	}
</style>
