<script lang="ts">
	import { m } from '$lib/paraglide/messages';
	import { timeText } from '../parts/format/when';
	import type { RibbonEntry } from './ribbon-entry';

	/** On the day: where to go next, large. */
	let { entries, zone, now }: { entries: readonly RibbonEntry[]; zone: string; now: number } =
		$props();

	const next = $derived(entries.find(({ end }) => end > now));
</script>

{#if next}
	<section class="mb-5 rounded-box bg-base-100 p-4">
		<h2 class="quiet text-small">{m.booked_next()}</h2>
		<p class="font-display text-hour">{timeText(next.start, zone)} · {next.place}</p>
		<p>{[next.desk, next.subject, next.students].filter(Boolean).join(' · ')}</p>
		{#if next.link}
			<a class="btn btn-primary mt-3" href={next.link} rel="noreferrer">{m.ribbon_door()}</a>
		{/if}
	</section>
{/if}
