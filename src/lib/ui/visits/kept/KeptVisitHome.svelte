<script lang="ts">
	import { untrack } from 'svelte';
	import { asKept } from '$lib/core/visits/as-kept';
	import { MINUTE } from '$lib/core/time/local-of';
	import { m } from '$lib/paraglide/messages';
	import { momentText } from '../../parts/format/when';
	import VisitHome from '../VisitHome.svelte';
	import type { KeptVisit } from './kept-visit';

	/** A visit that the phone kept, to be read where there is no connection. */
	let {
		kept,
		phoneClock,
		retry,
	}: {
		kept: KeptVisit;
		/** What the phone's clock shows; milliseconds. */
		phoneClock: () => number;
		/** Asks the school again. */
		retry: () => void;
	} = $props();

	const schoolClock = () => phoneClock() + kept.ahead;
	let now = $state(untrack(schoolClock));
	$effect(() => {
		const timer = setInterval(() => (now = schoolClock()), MINUTE / 2);
		return () => clearInterval(timer);
	});
	const view = $derived(asKept(kept.view, now));
</script>

<div class="no-print mb-4 rounded-box border border-base-content p-3" role="status">
	<p class="mb-2">
		{m.kept_visit_note({ moment: momentText(kept.readAt, view.conference.timeZone) })}
	</p>
	<button type="button" class="btn btn-outline" onclick={retry}>{m.try_again()}</button>
</div>
<VisitHome
	{view}
	school={kept.school}
	{now}
	calendar={null}
	lastAct={null}
	isMeanwhile={false}
	onstart={retry}
	reload={() => Promise.resolve(retry())}
/>
