<script lang="ts">
	import { CalendarPlus, Check } from '@lucide/svelte';
	import type { FamilyProjection } from '$lib/core/visits/family-projection';
	import { m } from '$lib/paraglide/messages';
	import { listText, localDateText } from '../parts/format/when';
	import { bookedEntries } from './ribbon-entry';
	import VisitRibbon from './VisitRibbon.svelte';
	import { placeText } from './words';

	/** What the family has booked, and what is not arranged yet. */
	let {
		view,
		justBooked,
		isMeanwhile,
		calendar,
		onfind,
	}: {
		view: FamilyProjection;
		justBooked: boolean;
		/** Another adult of the family booked while this page was open. */
		isMeanwhile: boolean;
		/** Where the calendar file is. */
		calendar: string;
		onfind: () => void;
	} = $props();

	const dates = $derived([...new Set(view.appointments.map(({ date }) => date))]);
	const missing = $derived(
		view.wishes
			.filter(({ placed, optional }) => !placed && !optional)
			.map(({ id, desks, student }) => {
				const desk = view.desks.find((desk) => desk.id === desks[0]);
				return {
					id,
					desk: desk?.name ?? '',
					subject: desk?.subject ?? '',
					student: view.students.find((known) => known.id === student)?.name ?? '',
				};
			}),
	);
</script>

<h1 class="text-hour">{m.booked_title()}</h1>
<p class="quiet mb-6">
	{view.conference.name} · {listText(dates.map((date) => localDateText(date)))}
</p>
{#if justBooked || isMeanwhile}
	<p class="mb-4 flex items-center gap-2 font-bold text-primary" role="status">
		<Check class="shrink-0" size={20} aria-hidden="true" />
		{justBooked ? m.booked_done() : m.booked_meanwhile()}
	</p>
{/if}
{#if view.conference.limitNote}
	<p class="mb-4 border-s-4 border-accent ps-3">{view.conference.limitNote}</p>
{/if}
<VisitRibbon entries={bookedEntries(view, placeText)} zone={view.conference.timeZone} />
<a class="btn btn-block btn-outline no-print" href={calendar} download>
	<CalendarPlus size={18} aria-hidden="true" />
	{m.booked_calendar()}
</a>
{#if missing.length && view.notBookable === null}
	<section class="mt-8">
		<h2 class="mb-2 text-title">{m.booked_missing_title()}</h2>
		<ul class="mb-4">
			{#each missing as { id, ...facts } (id)}
				<li>{m.booked_missing(facts)}</li>
			{/each}
		</ul>
		<button class="btn btn-primary btn-block" onclick={onfind}>{m.booked_find_times()}</button>
	</section>
{/if}
