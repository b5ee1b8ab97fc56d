<script lang="ts">
	import { sittingsOfPlan, type ConferenceHours, type DeskPlan } from '$lib/core/desks/desk-plan';
	import { isSame } from '$lib/core/merge/is-same';
	import { m } from '$lib/paraglide/messages';
	import { localDateText } from '../parts/format/when';
	import { placesText, stretchText } from './desk-text';

	/** What would be different: hours and places that go, those that come, and what the desk says. */
	let { base, plan, hours }: { base: DeskPlan; plan: DeskPlan; hours: ConferenceHours } = $props();

	const lines = (of: DeskPlan) =>
		sittingsOfPlan(of, hours).map((sitting) => ({
			text: `${localDateText(sitting.date, 'short')} ${stretchText(sitting)}, ${placesText(sitting.places)}`,
			minutes: sitting.division.slotMinutes,
		}));
	const [before, after] = $derived([lines(base), lines(plan)]);
	const gone = $derived(before.filter((line) => !after.some((other) => isSame(line, other))));
	const fresh = $derived(after.filter((line) => !before.some((other) => isSame(line, other))));
</script>

<ul class="text-small">
	{#each gone as { text }, index (index)}<li class="quiet"><del>{text}</del></li>{/each}
	{#each fresh as { text, minutes }, index (index)}
		<li><ins class="no-underline">{text}, {m.minutes({ minutes })}</ins></li>
	{/each}
	{#if plan.words !== base.words}
		<li>
			{#if plan.words}<ins class="whitespace-pre-line no-underline">{plan.words}</ins>{:else}
				<del class="quiet">{base.words}</del>
			{/if}
		</li>
	{/if}
</ul>
