<script lang="ts">
	import { goto } from '$app/navigation';
	import { page } from '$app/state';
	import { m } from '$lib/paraglide/messages';
	import { happenedHref } from '$lib/ui/happened/happened-href';
	import HappenedList from '$lib/ui/happened/HappenedList.svelte';
	import { doneActs } from '$lib/ui/office/done-acts.svelte';
	import { readAgain } from '$lib/ui/parts/live/read-again';
	import DoneBar from '$lib/ui/office/DoneBar.svelte';

	let { data } = $props();

	const done = doneActs();
	const base = $derived(`/office/${data.conference.address}`);
	const reload = readAgain('ten-chairs:happened');
	$effect(() => done.follow(reload));

	const hrefWith = (name: string, value: string) => happenedHref(page.url, name, value);
</script>

<svelte:head><title>{m.happened_title()} · {data.conference.name}</title></svelte:head>

<div class="max-w-4xl p-6">
	<h1 class="mb-2 text-hour">{m.happened_title()}</h1>
	<div class="mb-2 flex flex-wrap items-center gap-4">
		<label class="text-small">
			{m.happened_desk()}
			<select
				class="select select-sm"
				value={data.desk}
				onchange={({ currentTarget }) => goto(hrefWith('desk', currentTarget.value))}
			>
				<option value="">{m.happened_all_desks()}</option>
				{#each data.desks as { id, name, subject } (id)}
					<option value={id}>{[name, subject].filter(Boolean).join(', ')}</option>
				{/each}
			</select>
		</label>
		<label class="text-small">
			{m.happened_by()}
			<select
				class="select select-sm"
				value={data.by}
				onchange={({ currentTarget }) => goto(hrefWith('by', currentTarget.value))}
			>
				<option value="">{m.happened_anybody()}</option>
				{#each data.doers as { id, name } (id)}<option value={id}>{name}</option>{/each}
			</select>
		</label>
		{#if data.family}
			<span>
				{m.happened_of({ family: data.family.label })}
				<a class="link" href={hrefWith('family', '')}>{m.happened_everybody()}</a>
			</span>
		{/if}
	</div>
	<DoneBar {done} />
	<HappenedList
		happenings={data.happened.happenings}
		zone={data.conference.timeZone}
		familyHref={(family) => `${base}/families/${family}`}
		{reload}
	/>
	{#if data.happened.older}
		<p class="mt-4">
			<a class="btn btn-outline btn-sm" href={hrefWith('older', data.happened.older)}>
				{m.happened_older()}
			</a>
		</p>
	{/if}
</div>
