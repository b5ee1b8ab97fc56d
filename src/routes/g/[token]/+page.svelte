<script lang="ts">
	import CalendarPlus from '@lucide/svelte/icons/calendar-plus';
	import { page } from '$app/state';
	import { MINUTE } from '$lib/core/time/local-of';
	import { m } from '$lib/paraglide/messages';
	import { substituteWords } from '$lib/words/substitute-words';
	import CalmPage from '$lib/ui/parts/CalmPage.svelte';
	import { dateText, timeText } from '$lib/ui/parts/format/when';

	let { data } = $props();
	const view = $derived(data.view);
	const { start, end, timeZone, desk } = $derived(view);
	const substitute = $derived(substituteWords(desk));
</script>

<svelte:head>
	<title>{m.guest_title({ teacher: desk.name })} · {data.school}</title>
</svelte:head>

<CalmPage title={m.guest_title({ teacher: desk.name })} school={data.school}>
	<p class="quiet mb-6">{view.conference}</p>
	<p class="mb-1 font-display text-title">{dateText(start, timeZone)}</p>
	<p class="mb-4">
		{m.fact_time({
			from: timeText(start, timeZone),
			to: timeText(end, timeZone),
			minutes: Math.round((end - start) / MINUTE),
		})}
	</p>
	<p class="mb-4 text-title">{data.where}</p>
	{#if substitute}<p class="mb-4">{substitute}</p>{/if}
	<div class="grid gap-2">
		{#if view.link}
			<a class="btn btn-primary" href={view.link} rel="noreferrer">{m.guest_door()}</a>
		{/if}
		<a class="btn btn-outline" href="{page.url.pathname}/visit.ics" download>
			<CalendarPlus size={18} aria-hidden="true" />
			{m.booked_calendar()}
		</a>
	</div>
	<p class="quiet mt-6 text-small">{m.guest_note()}</p>
</CalmPage>
