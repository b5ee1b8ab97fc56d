<script lang="ts">
	import type { Clock } from './clock';
	import { onMount } from 'svelte';
	import { m } from '$lib/paraglide/messages';
	import { timeText } from '../parts/format/when';
	import type { RibbonEntry } from './ribbon-entry';

	/** On the day: where to go next, large. */
	let { entries, zone, clock }: { entries: readonly RibbonEntry[]; zone: string; clock: Clock } =
		$props();

	let moment = $state(0);
	onMount(() => {
		const look = () => (moment = clock.now());
		look();
		const timer = setInterval(look, 10_000);
		return () => clearInterval(timer);
	});
	const next = $derived(moment ? entries.find(({ end }) => end > moment) : undefined);
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
