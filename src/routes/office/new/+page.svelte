<script lang="ts">
	import { waiting } from '$lib/ui/parts/saving/waiting.svelte';
	import { enhance } from '$lib/ui/parts/saving/enhance';
	import { goto } from '$app/navigation';
	import { untrack } from 'svelte';
	import type { BasicsFault } from '$lib/core/conferences/basics';
	import { conferenceCreate } from '$lib/operations/conferences';
	import { m } from '$lib/paraglide/messages';
	import { basicsFaultText } from '$lib/ui/conferences/basics-text';
	import { completeHours } from '$lib/ui/parts/forms/hours-rows';
	import { perform } from '$lib/ui/parts/saving/ask-server';
	import { failureText } from '$lib/ui/parts/saving/failure-text';
	import ChairMark from '$lib/ui/parts/chairs/ChairMark.svelte';
	import ConferenceForm from '$lib/ui/conferences/ConferenceForm.svelte';
	import CopyConferenceForm from '$lib/ui/conferences/CopyConferenceForm.svelte';

	let { data, form: copied } = $props();
	let fields = $state(untrack(() => data.first));
	let faults: readonly BasicsFault[] = $state([]);
	let hasGaps = $state(false);
	let problem: string | null = $state(null);
	let isCreating = $state(false);

	const faultsOf = (field: BasicsFault['field']) =>
		faults.filter((fault) => fault.field === field).map(basicsFaultText);
	/** What is no number of minutes is none: the server says between which it may be. */
	const minutesOf = (typed: number | null) =>
		typed !== null && Number.isInteger(typed) && Math.abs(typed) < 1000 ? typed : -1;

	async function create() {
		if (isCreating) return;
		const hours = completeHours(fields.hours);
		hasGaps = hours.length < fields.hours.length;
		if (hasGaps) return;
		isCreating = true;
		const over = waiting.begin();
		faults = [];
		problem = null;
		try {
			const outcome = await perform(conferenceCreate, {
				...fields,
				hours,
				slotMinutes: minutesOf(fields.slotMinutes),
				gapMinutes: minutesOf(fields.gapMinutes),
			});
			if (outcome.ok) await goto(`/office/${outcome.address}/desks`);
			else faults = outcome.faults;
		} catch (error) {
			problem = failureText(error);
		} finally {
			isCreating = false;
			over();
		}
	}
</script>

<svelte:head><title>{m.new_title()}</title></svelte:head>

<div class="mx-auto max-w-3xl px-6 py-8">
	<a href="/office" class="mb-8 flex items-center gap-3 text-primary">
		<ChairMark size={34} />
		<span class="font-display text-title font-semibold text-base-content">{data.school}</span>
	</a>
	<main>
		<h1 class="mb-4 text-hour">{m.new_title()}</h1>
		{#if data.earlier.length}
			<label class="mb-6 flex flex-wrap items-center gap-3">
				<span>{m.copy_like()}</span>
				<select
					class="select w-72"
					value={data.like?.address ?? ''}
					onchange={({ currentTarget }) =>
						void goto(currentTarget.value ? `?like=${currentTarget.value}` : '?', {
							keepFocus: true,
						})}
				>
					<option value="">{m.copy_from_nothing()}</option>
					{#each data.earlier as { address, name } (address)}
						<option value={address}>{name}</option>
					{/each}
				</select>
			</label>
		{/if}
		{#if data.like}
			{#key data.like.id}
				<CopyConferenceForm
					earlier={data.like}
					today={data.today}
					problem={copied?.copyProblem}
					{enhance}
				/>
			{/key}
		{:else}
			<form
				novalidate
				onsubmit={(event) => {
					event.preventDefault();
					void create();
				}}
			>
				<ConferenceForm
					bind:fields
					{faultsOf}
					hoursError={hasGaps ? m.hours_incomplete() : faultsOf('hours')[0]}
					today={data.today}
				/>
				<div class="flex flex-wrap items-center gap-4">
					<button class="btn btn-primary" aria-busy={isCreating}>{m.new_go()}</button>
					{#if problem}<p class="text-error" role="alert">{problem}</p>{/if}
				</div>
			</form>
		{/if}
	</main>
</div>
