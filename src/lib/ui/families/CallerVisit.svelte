<script lang="ts">
	import type { WantedAppointment } from '$lib/core/visits/wanted-appointment';
	import { notMet } from '$lib/core/visits/why-not';
	import type { FamilyProjection } from '$lib/core/visits/family-projection';
	import { m } from '$lib/paraglide/messages';
	import SuggestionTabs from '../visits/SuggestionTabs.svelte';
	import { suggestedEntries } from '../visits/ribbon-entry';
	import type { VisitPlans } from '../visits/visit-plans.svelte';
	import VisitRibbon from '../visits/VisitRibbon.svelte';
	import { teacherOf, whoText, whyNotText } from '../visits/words';
	import { visitAloud } from './aloud';
	import type { OfficeVisit } from './office-visit.svelte';

	/** Whole visits for what a family still lacks, to be read out and booked while it is on the telephone. */
	let {
		view,
		plans,
		visit,
		adults,
	}: {
		view: FamilyProjection;
		plans: VisitPlans;
		visit: OfficeVisit;
		/** Ids of the adults who come; none: all. */
		adults: readonly string[];
	} = $props();

	const zone = $derived(view.conference.timeZone);
	const suggestion = $derived(plans.suggestion);
	const entries = $derived(suggestion ? suggestedEntries(view, suggestion.visit) : []);
	const fresh = $derived(new Set(suggestion?.visit.placements.map(({ slot }) => slot.id) ?? []));
	const leftOut = $derived(
		plans.suggestions ? notMet(view, suggestion?.unplaced ?? plans.suggestions.unplaced) : [],
	);

	const wanted = (): WantedAppointment[] =>
		(suggestion?.visit.placements ?? []).map(({ wish, slot }) => ({
			slot: slot.id,
			wishes: [wish],
			mode: slot.mode,
			adults: adults.length ? adults : undefined,
		}));

	/** Books what is on the screen. */
	export async function book(): Promise<void> {
		if (!suggestion || plans.isBroken) return;
		if (!(await visit.book(wanted()))) plans.forget();
	}

	/** Keeps what is on the screen while the caller thinks. */
	export async function keep(): Promise<void> {
		if (!suggestion || plans.isBroken) return;
		if (!(await visit.hold(wanted()))) plans.forget();
	}
</script>

{#if plans.suggestions === null}
	<p class="quiet" role="status">{m.caller_planning()}</p>
{:else if suggestion && suggestion.visit.placements.length}
	<SuggestionTabs {view} suggestions={plans.suggestions.suggestions} bind:picked={plans.picked} />
	<div class="grid gap-x-8 xl:grid-cols-2">
		<VisitRibbon {entries} {zone} lost={plans.lost} />
		<div>
			<h3 class="mb-1 font-bold">{m.caller_aloud()}</h3>
			<ol class="mb-4 space-y-1">
				{#each visitAloud(entries, zone) as line, index (entries[index]!.id)}
					<li class={fresh.has(entries[index]!.id) ? '' : 'quiet'}>{line}</li>
				{/each}
			</ol>
			{#if plans.isBroken}
				<p class="mb-3" role="alert">
					{m.caller_lost()}
					<button type="button" class="link" onclick={() => plans.forget()}
						>{m.caller_again()}</button
					>
				</p>
			{/if}
			<div class="flex flex-wrap gap-2">
				<button
					type="button"
					class="btn btn-primary"
					disabled={visit.act.isBusy || plans.isBroken}
					onclick={book}
				>
					{m.caller_book({ count: fresh.size })}
					<kbd class="kbd kbd-xs" aria-hidden="true">B</kbd>
				</button>
				<button
					type="button"
					class="btn btn-outline"
					disabled={visit.act.isBusy || plans.isBroken}
					onclick={keep}
				>
					{m.caller_keep()}
					<kbd class="kbd kbd-xs" aria-hidden="true">K</kbd>
				</button>
			</div>
		</div>
	</div>
{/if}
{#if leftOut.length}
	<h3 class="mt-4 mb-1 font-bold">{m.caller_left_out()}</h3>
	<ul class="space-y-1">
		{#each leftOut as { wish, why } (wish)}
			<li>
				{whoText(view, wish)}
				<span class="quiet">{whyNotText(why, teacherOf(view, wish)?.name ?? '')}</span>
				{#if view.waiting.includes(wish)}
					<button
						type="button"
						class="link"
						disabled={visit.act.isBusy}
						onclick={() => visit.stopWaiting(wish)}>{m.caller_stop_waiting()}</button
					>
				{:else if why === 'full'}
					<button
						type="button"
						class="link"
						disabled={visit.act.isBusy}
						onclick={() => visit.wait(wish)}>{m.caller_wait()}</button
					>
				{/if}
			</li>
		{/each}
	</ul>
{/if}
