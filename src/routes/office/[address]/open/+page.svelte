<script lang="ts">
	import { enhance } from '$app/forms';
	import { m } from '$lib/paraglide/messages';
	import { momentText } from '$lib/ui/format/when';
	import { phaseText } from '$lib/ui/office/phase-text';

	let { data } = $props();

	const base = $derived(`/office/${data.conference.address}`);
	const { desks, desksWithoutSlots, seats } = $derived(data.standing);
	const { opensAt, closesAt, timeZone, isPublished } = $derived(data.conference);
</script>

<svelte:head><title>{m.station_open()} · {data.conference.name}</title></svelte:head>

<div class="max-w-3xl p-6">
	<h1 class="mb-2 text-hour">{m.open_title()}</h1>
	<p class="mb-6 font-bold">{phaseText(data.phase)}</p>
	<ul class="mb-8 max-w-xl space-y-2 border-y border-base-300 py-4">
		{#if desks === 0}
			<li class="text-error">
				{m.open_no_desks()} <a class="link" href="{base}/desks">{m.open_add_desks()}</a>
			</li>
		{:else}
			<li>{m.open_seats({ desks, seats })}</li>
		{/if}
		{#if desksWithoutSlots}
			<li class="text-error">
				{m.open_desks_without({ desks: desksWithoutSlots })}
				<a class="link" href="{base}/desks">{m.open_see_desks()}</a>
			</li>
		{/if}
		<li>
			{opensAt === null ? m.open_at_once() : m.open_from({ moment: momentText(opensAt, timeZone) })}
		</li>
		<li>
			{closesAt === null
				? m.open_without_end()
				: m.open_until({ moment: momentText(closesAt, timeZone) })}
		</li>
	</ul>
	{#if isPublished}
		<p class="mb-4">
			{m.open_published()} <a class="link" href="{base}/families">{m.open_to_families()}</a>
		</p>
		<form method="post" action="?/withdraw" novalidate use:enhance>
			<button class="btn">{m.open_withdraw()}</button>
			<p class="quiet mt-2 text-small">{m.open_withdraw_about()}</p>
		</form>
	{:else}
		<form method="post" action="?/publish" novalidate use:enhance>
			<button class="btn btn-primary" disabled={seats === 0}>{m.open_publish()}</button>
			<p class="quiet mt-2 text-small">{m.open_publish_about()}</p>
		</form>
	{/if}
</div>
