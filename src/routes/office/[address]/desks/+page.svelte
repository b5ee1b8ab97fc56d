<script lang="ts">
	import { untrack } from 'svelte';
	import { superForm } from 'sveltekit-superforms';
	import { groupBy } from '$lib/core/group-by';
	import { m } from '$lib/paraglide/messages';
	import { localDateText, timeText } from '$lib/ui/format/when';
	import CopyLink from '$lib/ui/office/CopyLink.svelte';
	import DeskForm from '$lib/ui/office/DeskForm.svelte';
	import { timeAxis } from '$lib/ui/office/time-axis';
	import { placeText } from '$lib/ui/visit/words';

	let { data } = $props();
	let fields = $state(untrack(() => data.form.data));
	const { errors, enhance, submitting } = superForm(
		untrack(() => data.form),
		{
			dataType: 'json',
			resetForm: false,
			onSubmit: ({ jsonData }) => jsonData($state.snapshot(fields)),
			onResult: ({ result }) => {
				if (result.type !== 'redirect') return;
				adding = false;
				fields = data.form.data;
			},
		},
	);

	const zone = $derived(data.conference.timeZone);
	const base = $derived(`/office/${data.conference.address}/desks`);
	const axes = $derived(
		[
			...groupBy(
				data.desks.flatMap(({ slots }) => slots),
				({ date }) => date,
			),
		]
			.sort(([a], [b]) => (a < b ? -1 : 1))
			.map(([date, slots]) => ({ date, axis: timeAxis(slots) })),
	);
	const slotCount = $derived(data.desks.reduce((sum, { slots }) => sum + slots.length, 0));
	let adding = $state(false);
	const formShown = $derived(adding || data.desks.length === 0);
</script>

<svelte:head><title>{m.station_desks()} · {data.conference.name}</title></svelte:head>

<div class="p-6">
	<h1 class="text-hour">{m.station_desks()}</h1>
	<p class="quiet mb-6">
		{data.desks.length
			? m.desks_count({ desks: data.desks.length, slots: slotCount })
			: m.desks_none()}
	</p>

	{#if data.desks.length}
		<div class="mb-6 overflow-x-auto">
			<div class="ruler" style:--dates={axes.length}>
				<div class="row head">
					<span></span>
					{#each axes as { date, axis } (date)}
						<div>
							<strong class="text-small">{localDateText(date, 'short')}</strong>
							<div class="track h-4">
								{#each axis.marks.filter((_, index) => index % 2 === 0) as mark (mark)}
									<span
										class="quiet absolute text-small"
										style:inset-inline-start="{axis.at(mark) * 100}%"
									>
										{timeText(mark, zone)}
									</span>
								{/each}
							</div>
						</div>
					{/each}
				</div>
				{#each data.desks as desk (desk.id)}
					<div class="row">
						<div>
							<div class="flex items-center justify-between gap-2">
								<a class="font-bold hover:underline" href="{base}/{desk.id}">
									<span class="quiet me-1 text-small font-normal">{desk.number}</span>{desk.name}
								</a>
								<span class="flex"
									>{#each desk.links as { link, name } (link)}<CopyLink
											{link}
											{name}
											brief
										/>{/each}</span
								>
							</div>
							<span class="quiet block text-small">
								{desk.subject} · {placeText(desk.place.kind, desk.place.name)}
								{#if !desk.followsConference}· {m.desk_hours_own()}{/if}
							</span>
							{#if desk.toSettle}
								<span class="block text-small text-error"
									>{m.desks_to_settle({ count: desk.toSettle })}</span
								>
							{/if}
						</div>
						{#each axes as { date, axis } (date)}
							{@const slots = desk.slots.filter((slot) => slot.date === date)}
							<div
								class="track"
								role="img"
								aria-label="{localDateText(date, 'short')}: {m.hours_count({
									slots: slots.length,
								})}"
							>
								{#each slots as slot (slot.start)}
									<span
										class="slot"
										title="{timeText(slot.start, zone)}–{timeText(slot.end, zone)}"
										style:inset-inline-start="{axis.at(slot.start) * 100}%"
										style:inline-size="{((slot.end - slot.start) / axis.length) * 100}%"
									></span>
								{/each}
							</div>
						{/each}
					</div>
				{/each}
			</div>
		</div>
	{/if}

	{#if formShown}
		<section class="max-w-2xl pt-2">
			<h2 class="mb-4 text-title">{m.desk_add()}</h2>
			<form method="post" novalidate use:enhance>
				<DeskForm
					bind:fields
					errors={{ ...$errors, hours: undefined }}
					hoursError={$errors.hours?._errors?.[0]}
					teachers={data.teachers}
					rooms={data.rooms}
					{zone}
					today={data.today}
				/>
				<button class="btn btn-primary" disabled={$submitting}>{m.desk_add()}</button>
			</form>
		</section>
	{:else}
		<button class="btn btn-primary" onclick={() => (adding = true)}>{m.desk_add()}</button>
	{/if}
</div>

<style>
	.row {
		display: grid;
		grid-template-columns: 15rem repeat(var(--dates), minmax(16rem, 1fr));
		gap: 1.5rem;
		align-items: center;
		padding-block: 0.5rem;
		border-block-end: 1px solid var(--color-base-300);
	}
	.track {
		position: relative;
		block-size: 1.75rem;
	}
	.slot {
		position: absolute;
		inset-block: 0.25rem;
		background: color-mix(in oklab, var(--color-accent) 30%, transparent);
		border-inline: 1px solid var(--color-accent);
	}
</style>
