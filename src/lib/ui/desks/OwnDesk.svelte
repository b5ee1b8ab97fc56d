<script lang="ts">
	import type { LocalDate } from '$lib/core/time/local-of';
	import Plus from '@lucide/svelte/icons/plus';
	import X from '@lucide/svelte/icons/x';
	import type { enhance as Enhance } from '$app/forms';
	import { untrack } from 'svelte';
	import { v7 } from 'uuid';
	import {
		sittingsOfPlan,
		type ConferenceHours,
		type DeskPlan,
		type PlannedPlace,
		type PlannedSitting,
	} from '$lib/core/desks/desk-plan';
	import {
		addSitting,
		clampStretch,
		moveSitting,
		placesOf,
		removeSittings,
		setSittings,
	} from '$lib/core/desks/edit-plan';
	import { groupBy } from '$lib/core/group-by';
	import { isSame } from '$lib/core/merge/is-same';
	import { m } from '$lib/paraglide/messages';
	import { localDateText } from '../parts/format/when';
	import { placesText, slotsText, stretchText } from './desk-text';
	import PlacesField from './PlacesField.svelte';
	import ProposedHours from './ProposedHours.svelte';
	import StretchField from './StretchField.svelte';

	/** A teacher's own desk on the phone: hours, places and words, changed or proposed as the office allows. */
	let {
		plan,
		proposed,
		hours,
		dates,
		today,
		teachersMay,
		hasVideoService,
		enhance,
	}: {
		plan: DeskPlan;
		/** What waits for the office already. */
		proposed: DeskPlan | null;
		hours: ConferenceHours;
		dates: readonly LocalDate[];
		today: LocalDate;
		teachersMay: 'see' | 'propose' | 'change';
		hasVideoService: boolean;
		enhance: typeof Enhance;
	} = $props();

	let wanted = $state.raw<DeskPlan>(untrack(() => plan));
	const tools = $derived({ conference: hours, newId: () => v7() });
	const sittings = $derived(sittingsOfPlan(wanted, hours));
	const byDate = $derived(groupBy(sittings, ({ date }) => date));
	const allDates = $derived([...new Set([...dates, ...byDate.keys()])].sort());
	const mayEdit = $derived(teachersMay !== 'see');
	const isChanged = $derived(!isSame(wanted, plan));

	const othersOf = (date: LocalDate, except?: PlannedSitting) =>
		sittings.filter((sitting) => sitting.date === date && sitting !== except);

	function move(sitting: PlannedSitting, start: number | null, end: number | null) {
		const to = { start: start ?? sitting.start, end: end ?? sitting.end };
		const fit = clampStretch(to, othersOf(sitting.date, sitting), 'move', 5);
		if (fit) wanted = moveSitting(wanted, sitting, { date: sitting.date, ...fit }, tools);
	}

	function add(date: LocalDate) {
		const last = Math.max(0, ...othersOf(date).map(({ end }) => end)) || 16 * 60;
		const fit = clampStretch({ start: last + 10, end: last + 70 }, othersOf(date), 'move', 5);
		const like = { seats: 1, places: placesOf(wanted), series: wanted.series[0]?.id };
		if (fit) wanted = addSitting(wanted, { date, ...fit }, like, tools);
	}

	const place = (date: LocalDate, places: readonly PlannedPlace[]) =>
		(wanted = setSittings(wanted, byDate.get(date) ?? [], { places }, tools));

	function common(date: LocalDate): readonly PlannedPlace[] | null {
		const here = byDate.get(date) ?? [];
		return here.every(({ places }) => isSame(places, here[0]!.places))
			? (here[0]?.places ?? [])
			: null;
	}
</script>

{#if proposed && !isSame(proposed, plan)}
	<section class="mb-6 border-s-4 border-accent ps-3">
		<p class="font-bold">{m.own_desk_waiting()}</p>
		<ProposedHours base={plan} plan={proposed} {hours} />
	</section>
{/if}

{#each allDates as date (date)}
	{@const here = byDate.get(date) ?? []}
	<section class="mb-6">
		<h2 class="mb-2 text-title">{localDateText(date)}</h2>
		<ul class="space-y-3">
			{#each here as sitting (`${sitting.start}-${sitting.end}`)}
				<li>
					{#if mayEdit}
						<div class="flex items-start gap-2">
							<StretchField
								{date}
								start={sitting.start}
								end={sitting.end}
								{today}
								oncommit={({ start, end }) => move(sitting, start, end)}
							/>
							<button
								type="button"
								class="btn btn-ghost btn-sm"
								aria-label={m.hours_remove()}
								onclick={() => (wanted = removeSittings(wanted, [sitting], tools))}
							>
								<X size={16} aria-hidden="true" />
							</button>
						</div>
					{:else}
						<strong>{stretchText(sitting)}</strong>
					{/if}
					<p class="quiet text-small">
						{slotsText([sitting], sitting.division)} · {placesText(sitting.places)}
					</p>
				</li>
			{:else}
				<li class="quiet">{m.own_desk_no_hours()}</li>
			{/each}
		</ul>
		{#if mayEdit}
			<button type="button" class="btn btn-outline btn-sm mt-2" onclick={() => add(date)}>
				<Plus size={14} aria-hidden="true" />
				{m.own_desk_add()}
			</button>
			{#if here.length}
				<details class="mt-3">
					<summary class="cursor-pointer">{m.desk_where()}</summary>
					<div class="mt-2">
						<PlacesField
							places={common(date)}
							rooms={[]}
							usual={[]}
							{hasVideoService}
							oncommit={(places) => place(date, places)}
						/>
					</div>
				</details>
			{/if}
		{/if}
	</section>
{/each}

{#if mayEdit}
	<label class="mb-6 block">
		<span class="mb-1 block font-bold">{m.desk_words()}</span>
		<textarea
			class="textarea w-full"
			rows="3"
			maxlength="1000"
			placeholder={m.desk_words_example()}
			bind:value={() => wanted.words, (words) => (wanted = { ...wanted, words })}></textarea>
	</label>
{:else if plan.words}
	<p class="mb-6 whitespace-pre-line">{plan.words}</p>
{/if}

{#if !mayEdit}
	<p class="quiet">{m.own_desk_see_only()}</p>
{:else if isChanged}
	<form method="post" action="?/change" class="space-y-3" use:enhance>
		<input type="hidden" name="base" value={JSON.stringify(plan)} />
		<input type="hidden" name="plan" value={JSON.stringify(wanted)} />
		{#if teachersMay === 'propose'}
			<label class="block">
				<span class="mb-1 block font-bold">{m.own_desk_note()}</span>
				<textarea class="textarea w-full" name="note" rows="2" maxlength="500"></textarea>
			</label>
		{:else}
			<input type="hidden" name="note" value="" />
		{/if}
		<button class="btn btn-primary">
			{teachersMay === 'propose' ? m.own_desk_propose() : m.save()}
		</button>
		<button type="button" class="btn btn-ghost" onclick={() => (wanted = plan)}>{m.cancel()}</button
		>
	</form>
{/if}
