<script lang="ts">
	import { enhance } from '$lib/ui/parts/saving/enhance';
	import { m } from '$lib/paraglide/messages';
	import { listText, momentText } from '$lib/ui/parts/format/when';
	import { phaseText } from '$lib/ui/conferences/phase-text';

	let { data, form } = $props();

	const base = $derived(`/office/${data.conference.address}`);
	const { desks, seats } = $derived(data.progress);
	const { clashes, timeless, placeless, unreceived } = $derived(data.readiness);
	/** Whether what should be looked at first is asked about. */
	let isAsked = $derived(form?.isAsked ?? false);

	/** So many names stand on the page; of the others it is told how many they are. */
	const MOST_NAMES = 5;
	const namesText = (names: readonly string[]) =>
		names.length <= MOST_NAMES
			? listText(names)
			: m.open_and_more({
					names: names.slice(0, MOST_NAMES).join(', '),
					count: names.length - MOST_NAMES,
				});
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
		{#if timeless.length}
			<li class="text-error">
				{m.open_desks_timeless({ count: timeless.length, desks: namesText(timeless) })}
				<a class="link" href="{base}/desks">{m.open_see_desks()}</a>
			</li>
		{/if}
		{#if placeless.length}
			<li class="text-error">
				{m.open_desks_placeless({ count: placeless.length, desks: namesText(placeless) })}
				<a class="link" href="{base}/desks">{m.open_see_desks()}</a>
			</li>
		{/if}
		{#if clashes}
			<li class="text-error">
				{m.open_clashes({ count: clashes })}
				<a class="link" href="{base}/desks">{m.open_see_desks()}</a>
			</li>
		{/if}
		{#if unreceived.length}
			<li class="text-error">
				{m.open_students_alone({ count: unreceived.length, students: namesText(unreceived) })}
				<a class="link" href="/office/people/students">{m.open_see_students()}</a>
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
			{#if isAsked}
				<div class="mb-4 max-w-xl border-s-4 border-error ps-3" role="alert">
					<p class="mb-2 font-bold">{m.open_look_first()}</p>
					<button class="btn btn-error" name="anyway" value="on">{m.open_publish_anyway()}</button>
					<button type="button" class="btn btn-ghost" onclick={() => (isAsked = false)}
						>{m.open_not_yet()}</button
					>
				</div>
			{:else}
				<button class="btn btn-primary" disabled={seats === 0}>{m.open_publish()}</button>
			{/if}
			<p class="quiet mt-2 text-small">{m.open_publish_about()}</p>
		</form>
	{/if}
</div>
