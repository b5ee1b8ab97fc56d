<script lang="ts">
	import { onMount, untrack } from 'svelte';
	import { m } from '$lib/paraglide/messages';
	import ChooseFamilies from '$lib/ui/families/ChooseFamilies.svelte';
	import { familiesQuery } from '$lib/ui/families/families-href';
	import FamiliesFile from '$lib/ui/families/FamiliesFile.svelte';
	import FamilyTable from '$lib/ui/families/FamilyTable.svelte';
	import AskOnce from '$lib/ui/parts/AskOnce.svelte';
	import { readAgain } from '$lib/ui/parts/live/read-again';
	import { followSeats } from '$lib/ui/parts/live/live-seats.svelte';
	import { enhance } from '$lib/ui/parts/saving/enhance';

	let { data, form } = $props();
	let telling = $state<Partial<Record<'invited' | 'not-booked', HTMLFormElement>>>({});

	const base = $derived(`/office/${data.conference.address}`);
	const choice = $derived(data.choice);

	const reload = readAgain('ten-chairs:families');
	/** What families do is counted again, in a rush no more often than this; milliseconds. */
	const PAUSE = 2_000;
	let timer: ReturnType<typeof setTimeout> | undefined;
	onMount(() => () => clearTimeout(timer));
	followSeats(`/live/${untrack(() => data.conference.id)}`, ({ whole }) => {
		if (whole || timer !== undefined) return;
		timer = setTimeout(() => {
			timer = undefined;
			void reload();
		}, PAUSE);
	});
</script>

<svelte:head><title>{m.station_families()} · {data.conference.name}</title></svelte:head>

<div class="p-6">
	<h1 class="text-hour">{m.station_families()}</h1>
	<p class="quiet mb-3" role="status">
		{m.families_count({ booked: data.booked, all: data.total })}
	</p>
	<ChooseFamilies {choice} choices={data.choices} sort={data.sort} />
	<div class="mb-4 flex flex-wrap items-start gap-x-6 gap-y-2">
		{#if data.mayWrite}
			<a class="link text-small" href="{base}/letters">{m.letters_title()}</a>
			<a class="link text-small" href="{base}/by-hand">{m.by_hand_title()}</a>
		{/if}
		<a class="link text-small" href="{base}/sheets">{m.sheets_title()}</a>
		<FamiliesFile
			hrefOf={(file, columns) =>
				`${base}/families/file/${file}${familiesQuery(choice, { columns })}`}
		/>
	</div>
	{#if data.toTell}
		<section class="mb-4 max-w-2xl">
			{#if form && 'said' in form}
				<p class="mb-2 font-bold" role="status">{form.said}</p>
			{:else if form && 'problem' in form}
				<p class="mb-2 text-error" role="alert">{form.problem}</p>
			{/if}
			<div class="flex flex-wrap items-start gap-2">
				{#each ['invited', 'not-booked'] as const as what (what)}
					{#if data.toTell[what]}
						<form
							bind:this={telling[what]}
							method="post"
							action="{familiesQuery(choice, { sort: data.sort, page: data.page })}&/tell"
							use:enhance
						>
							<input type="hidden" name="what" value={what} />
							{#each Object.entries(choice) as [name, value] (name)}
								<input type="hidden" {name} {value} />
							{/each}
							<AskOnce
								label={what === 'invited'
									? m.families_invite({ count: data.toTell[what] })
									: m.families_remind({ count: data.toTell[what] })}
								question={what === 'invited'
									? m.families_invite_ask({ count: data.toTell[what] })
									: m.families_remind_ask({ count: data.toTell[what] })}
								yes={m.families_tell_yes()}
								onyes={() => telling[what]?.requestSubmit()}
							/>
						</form>
					{/if}
				{/each}
			</div>
			{#if data.toTell.byTelephone + data.toTell.byLetter > 0}
				<p class="mt-2 text-small">
					{m.families_by_hand({
						telephone: data.toTell.byTelephone,
						letter: data.toTell.byLetter,
					})}
					<a class="link" href="{base}/by-hand">{m.by_hand_title()}</a>
				</p>
			{/if}
		</section>
	{/if}
	<FamilyTable
		lines={data.lines}
		zone={data.conference.timeZone}
		sort={data.sort}
		sortHref={(sort) => familiesQuery(choice, { sort })}
		familyHref={(family) => `${base}/families/${family}`}
	/>
	{#if data.pages > 1}
		<nav class="mt-4 flex items-center gap-4" aria-label={m.families_pages()}>
			{#if data.page > 1}
				<a
					class="btn btn-outline btn-sm"
					href={familiesQuery(choice, { sort: data.sort, page: data.page - 1 })}
				>
					{m.list_previous()}
				</a>
			{/if}
			<span class="text-small">{m.list_page({ page: data.page, pages: data.pages })}</span>
			{#if data.page < data.pages}
				<a
					class="btn btn-outline btn-sm"
					href={familiesQuery(choice, { sort: data.sort, page: data.page + 1 })}
				>
					{m.list_next()}
				</a>
			{/if}
		</nav>
	{/if}
</div>
