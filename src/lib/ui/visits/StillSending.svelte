<script lang="ts">
	import { m } from '$lib/paraglide/messages';
	import type { RibbonEntry } from './ribbon-entry';
	import type { Delay } from './until-answered';
	import VisitRibbon from './VisitRibbon.svelte';

	/** What was confirmed and is not answered yet: the page goes on trying. */
	let {
		delay,
		entries,
		zone,
		ongoon,
	}: { delay: Delay; entries: readonly RibbonEntry[]; zone: string; ongoon: () => void } = $props();

	const text = $derived(
		{ offline: m.sending_offline, busy: m.sending_busy, asks: m.sending_asks }[delay](),
	);
</script>

<h1 class="mb-3 text-hour" tabindex="-1">{m.visit_sending()}</h1>
<div class="mb-4 rounded-box border-2 border-error p-3" role="alert">
	<p>{text}</p>
	{#if delay === 'asks'}
		<button type="button" class="btn btn-primary mt-3" onclick={ongoon}>
			{m.sending_go_on()}
		</button>
	{/if}
</div>
<VisitRibbon {entries} {zone} />
