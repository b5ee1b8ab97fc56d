<script lang="ts">
	import { goto } from '$app/navigation';
	import { familiesFind, type FoundFamily } from '$lib/operations/found';
	import { m } from '$lib/paraglide/messages';
	import { askOrNull } from '$lib/ui/parts/saving/ask-server';
	import ChooseFamily from '$lib/ui/register/ChooseFamily.svelte';
	import Stage from '$lib/ui/trying/Stage.svelte';
	import { TriedStore } from '$lib/ui/trying/tried-store';
	import TrialRun from '$lib/ui/trying/TrialRun.svelte';
	import TrialMoments from '$lib/ui/trying/TrialMoments.svelte';

	let { data, form } = $props();

	const base = $derived(`/office/${data.conference.address}/try`);
	const familyId = $derived(data.family.label === null ? null : data.family.id);
	const query = (moment: string, family: string | null) =>
		new URLSearchParams(family === null ? { moment } : { moment, family });
	const here = $derived(query(data.moment.name, familyId));

	const findFamilies = async (text: string) =>
		(await askOrNull(familiesFind, { text, except: null })) ?? [];
	let chosen = $state.raw<FoundFamily | null>(null);
	$effect(() => {
		if (!chosen) return;
		const { id } = chosen;
		chosen = null;
		void goto(`${base}?${query(data.moment.name, id)}`, { noScroll: true, keepFocus: true });
	});

	/** How often it was begun anew. */
	let round = $state(0);
	function beginAnew() {
		const { conference, family } = data;
		new TriedStore({ conference: conference.id, family: family.id }).forget();
		round += 1;
	}
</script>

<svelte:head><title>{m.station_try()} · {data.conference.name}</title></svelte:head>

<div class="p-6">
	<div class="mb-2 flex flex-wrap items-center justify-between gap-3">
		<h1 class="text-hour">{m.try_title()}</h1>
		<button type="button" class="btn btn-outline btn-sm" onclick={beginAnew}>{m.try_anew()}</button>
	</div>
	<p class="quiet mb-4 max-w-2xl">{m.try_about()}</p>
	<div class="mb-4 flex flex-wrap items-end gap-x-8 gap-y-3">
		<div>
			<p class="mb-1">
				<strong>{data.family.label ?? m.try_made_up()}</strong>
				{#if data.family.label !== null}
					<a class="link ms-2 text-small" href="{base}?moment={data.moment.name}">
						{m.try_made_up_take()}
					</a>
				{/if}
			</p>
			<ChooseFamily label={m.try_family()} search={findFamilies} bind:chosen />
		</div>
		<TrialMoments
			moments={data.moments}
			current={data.moment.name}
			zone={data.conference.timeZone}
			hrefOf={(moment) => `${base}?${query(moment, familyId)}`}
		/>
	</div>
	{#if data.isPossible}
		{#key `${here} ${round} ${data.conference.version}`}
			<Stage page="{base}/page?{here}" />
		{/key}
	{:else}
		<p class="max-w-2xl border-s-4 border-accent ps-3" role="status">{m.try_nobody()}</p>
	{/if}
	{#if data.triers}
		<TrialRun
			triers={data.triers}
			zone={data.conference.timeZone}
			isOpen={data.conference.isPublished}
			problem={form?.problem === undefined ? undefined : form}
			said={form && 'said' in form ? form.said : undefined}
		/>
	{/if}
</div>
