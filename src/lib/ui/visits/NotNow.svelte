<script lang="ts">
	import CalendarPlus from '@lucide/svelte/icons/calendar-plus';
	import type { FamilyProjection } from '$lib/core/visits/family-projection';
	import { m } from '$lib/paraglide/messages';
	import { listText, localDateText } from '../parts/format/when';
	import Welcome from '../look/Welcome.svelte';
	import { telephoneHref } from '../parts/format/telephone';
	import WhomStep from './WhomStep.svelte';
	import { notBookableText } from './words';

	/** Nothing can be booked now: when it can, or whom to call. */
	let {
		view,
		school,
		opening,
		unticked = $bindable(),
		reload,
	}: {
		view: FamilyProjection;
		school: { readonly telephone: string | null };
		/** Where the calendar file of the opening is. */
		opening: string;
		unticked: readonly string[];
		reload: () => Promise<void>;
	} = $props();

	const isAhead = $derived(view.notBookable?.code === 'not-open-yet');
</script>

<h1 class="text-hour" tabindex="-1">{view.conference.name}</h1>
<p class="quiet mb-4">{listText(view.dates.map((date) => localDateText(date)))}</p>
<p class="mb-4 font-bold">{notBookableText(view, school.telephone)}</p>
{#if isAhead}
	<p class="mb-4 text-small">{m.not_now_turns()}</p>
	<a class="btn btn-outline mb-6" href={opening} download>
		<CalendarPlus size={18} aria-hidden="true" />
		{m.opens_calendar()}
	</a>
	<Welcome />
	{#if view.conference.words}<p class="as-typed mb-4">{view.conference.words}</p>{/if}
	<WhomStep {view} bind:unticked {reload} />
{:else if school.telephone}
	<p>
		<a class="btn btn-outline" href={telephoneHref(school.telephone)}>
			{m.call_school({ telephone: school.telephone })}
		</a>
	</p>
{/if}
