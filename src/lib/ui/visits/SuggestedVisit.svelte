<script lang="ts">
	import type { Snippet } from 'svelte';
	import type { FamilyProjection } from '$lib/core/visits/family-projection';
	import { groupBy } from '$lib/core/group-by';
	import type { Suggestions } from '$lib/core/planner/suggest-visits';
	import { notMet } from '$lib/core/visits/why-not';
	import { m } from '$lib/paraglide/messages';
	import ChairMark from '../parts/chairs/ChairMark.svelte';
	import { dateText, listText, timeText } from '../parts/format/when';
	import type { RibbonEntry } from './ribbon-entry';
	import NotMetList from './NotMetList.svelte';
	import SaidProblems from './SaidProblems.svelte';
	import SuggestionTabs from './SuggestionTabs.svelte';
	import ThumbBar from './ThumbBar.svelte';
	import VisitRibbon from './VisitRibbon.svelte';
	import { visitHeadline } from './words';

	/** Whole visits to choose from, one of them on the ribbon. */
	let {
		view,
		plans,
		picked = $bindable(),
		entries,
		problems,
		lost,
		instead,
		reload,
		onuse,
		onothertimes,
		onfewer,
		take,
	}: {
		view: FamilyProjection;
		/** `null` while they are worked out. */
		plans: Suggestions | null;
		picked: number;
		/** The picked visit on the ribbon. */
		entries: readonly RibbonEntry[];
		/** Why the last try to book did not succeed: sentences, the first as a heading. */
		problems: readonly string[];
		/** Ids of entries that are no longer free. */
		lost: readonly string[];
		/** The visit with others in their place; `null` while they are looked for. */
		instead: readonly RibbonEntry[] | 'nothing' | null;
		reload: () => Promise<void>;
		onuse: () => void;
		onothertimes: () => void;
		onfewer: () => void;
		/** The form that books. */
		take: Snippet;
	} = $props();

	const zone = $derived(view.conference.timeZone);
	const suggestion = $derived(plans?.suggestions[picked]);
	const gone = $derived(entries.filter(({ id }) => lost.includes(id)));
	const fresh = $derived(
		Array.isArray(instead)
			? instead.filter(({ id }) => !entries.some((entry) => entry.id === id))
			: [],
	);
	const timesText = (some: readonly RibbonEntry[]): string =>
		listText(some.map(({ start, desk }) => m.time_with({ time: timeText(start, zone), desk })));

	const leftOut = $derived(notMet(view, suggestion?.unplaced ?? plans?.unplaced ?? []));
</script>

<SaidProblems {problems} />
{#if plans === null}
	<p class="flex items-center gap-3 py-16" role="status">
		<span class="text-primary"><ChairMark size={40} /></span>
		{m.visit_planning()}
	</p>
{:else if !suggestion}
	<h1 class="mb-4 text-hour" tabindex="-1">
		{leftOut.some(({ why }) => why === 'outside-hours')
			? m.visit_nothing_title()
			: m.visit_nothing_at_all()}
	</h1>
	<NotMetList {view} entries={leftOut} {reload} {onothertimes} {onfewer} />
{:else}
	<h1 class="text-hour" aria-live="polite" tabindex="-1">{visitHeadline(entries)}</h1>
	<p class="quiet mb-4">
		{#each [...groupBy(entries, ({ date }) => date).values()] as day (day[0]?.date)}
			<span class="block">
				{m.visit_span({
					date: dateText(day[0]!.start, zone),
					from: timeText(day[0]!.start, zone),
					to: timeText(day.at(-1)!.end, zone),
				})}
			</span>
		{/each}
	</p>
	<SuggestionTabs {view} suggestions={plans.suggestions} bind:picked />
	{#if gone.length}
		<div class="mb-4 rounded-box border-2 border-error p-3" role="alert">
			<p class="font-bold">{m.lost_title({ times: timesText(gone) })}</p>
			{#if instead === null}
				<p>{m.lost_looking()}</p>
			{:else}
				<p class="mb-2">
					{#if instead === 'nothing'}
						{m.lost_nothing()}
					{:else if fresh.length}
						{m.lost_instead({ times: timesText(fresh) })}
						{#if gone.length < entries.length}{m.lost_rest()}{/if}
					{:else}
						{m.lost_without()}
					{/if}
				</p>
				<button type="button" class="btn btn-outline" onclick={onuse}>
					{instead === 'nothing'
						? m.lost_other_visit()
						: fresh.length
							? m.lost_use()
							: m.lost_go_on()}
				</button>
			{/if}
		</div>
	{/if}
	<VisitRibbon {entries} {zone} {lost} />
	{#if !suggestion.visit.exact}<p class="quiet mb-3 text-small">{m.visit_not_exact()}</p>{/if}
	{#if leftOut.length}
		<section class="mb-4 border-t border-base-300 pt-3">
			<h2 class="mb-2 text-title">{m.visit_unplaced_title()}</h2>
			<NotMetList {view} entries={leftOut} {reload} {onothertimes} {onfewer} />
		</section>
	{/if}
	<ThumbBar>{@render take()}</ThumbBar>
{/if}
