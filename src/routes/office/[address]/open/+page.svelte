<script lang="ts">
	import { enhance } from '$lib/ui/parts/saving/enhance';
	import { m } from '$lib/paraglide/messages';
	import { momentText } from '$lib/ui/parts/format/when';
	import { phaseText } from '$lib/ui/conferences/phase-text';
	import RemoveForm from '$lib/ui/conferences/RemoveForm.svelte';
	import PauseForm from '$lib/ui/conferences/PauseForm.svelte';
	import { namesText } from '$lib/ui/readiness/finding-text';

	let { data, form } = $props();

	const base = $derived(`/office/${data.conference.address}`);
	const { desks, seats } = $derived(data.progress);
	/** Whether what should be looked at first is asked about. */
	let isAsked = $derived(Boolean(form && 'isAsked' in form));
	/** Who has booked, where withdrawing was asked about. */
	let booked = $derived((form && 'booked' in form && form.booked) || []);
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
		{#if data.grave}
			<li class="text-error">
				{m.open_found({ count: data.grave })}
				<a class="link" href="{base}/readiness">{m.open_found_see()}</a>
			</li>
		{/if}
		<li>
			{opensAt === null ? m.open_at_once() : m.open_from({ moment: momentText(opensAt, timeZone) })}
		</li>
		{#if opensAt !== null && opensAt > data.now}
			<li>
				{data.told ? m.open_told({ count: data.told }) : m.open_told_nobody()}
				<a class="link" href="{base}/families">{m.open_told_invite()}</a>
			</li>
		{/if}
		<li>
			{closesAt === null
				? m.open_without_end()
				: m.open_until({ moment: momentText(closesAt, timeZone) })}
		</li>
	</ul>
	{#if isPublished}
		<p class="mb-6">
			{m.open_published()} <a class="link" href="{base}/families">{m.open_to_families()}</a>
		</p>
		<PauseForm words={data.pauseWords} />
		<section class="mt-8">
			<h2 class="mb-2 text-title">{m.open_withdraw_title()}</h2>
			<form method="post" action="?/withdraw" novalidate use:enhance>
				{#if booked.length}
					<div class="mb-4 max-w-xl border-s-4 border-error ps-3" role="alert">
						<p class="mb-2">
							{m.open_withdraw_booked({ count: booked.length, names: namesText(booked) })}
						</p>
						<button class="btn btn-error" name="anyway" value="on">
							{m.open_withdraw_anyway()}
						</button>
						<button type="button" class="btn btn-ghost" onclick={() => (booked = [])}>
							{m.open_not_yet()}
						</button>
					</div>
				{:else}
					<button class="btn">{m.open_withdraw()}</button>
				{/if}
				<p class="quiet mt-2 text-small">{m.open_withdraw_about()}</p>
			</form>
		</section>
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
			{#if form && 'isTried' in form}
				<p class="mt-2 text-error" role="alert">
					{m.open_trial_runs()} <a class="link" href="{base}/try">{m.open_trial_see()}</a>
				</p>
			{/if}
			<p class="quiet mt-2 text-small">{m.open_publish_about()}</p>
		</form>
	{/if}
	<RemoveForm faults={form && 'faults' in form ? form.faults?.['name'] : undefined} />
</div>
