<script lang="ts">
	import type { LocalDate } from '$lib/core/time/local-of';
	import { invalidateAll } from '$app/navigation';
	import { navigating } from '$app/state';
	import { untrack } from 'svelte';
	import { seatStateNames } from '$lib/core/snapshot/seat-state';
	import { m } from '$lib/paraglide/messages';
	import FloorBoard from '$lib/ui/floor/FloorBoard.svelte';
	import { countSeats, rowsOn, spotsOf, wayOf } from '$lib/ui/floor/floor-view';
	import { seatText } from '$lib/ui/floor/seat-text';
	import SlotSheet from '$lib/ui/floor/SlotSheet.svelte';
	import Seat from '$lib/ui/parts/chairs/Seat.svelte';
	import { localDateText } from '$lib/ui/parts/format/when';
	import { followSeats } from '$lib/ui/parts/live/live-seats.svelte';

	let { data } = $props();

	let chosenDate = $state<LocalDate | null>(null);
	const date = $derived(chosenDate ?? data.floor.dates[0]);
	let picked = $state<string | null>(null);
	let find = $state('');

	followSeats(`/live/${untrack(() => data.conference.id)}`, ({ states }) => {
		const known = new Map(
			data.floor.desks.flatMap(({ slots }) => slots.map(({ id, state }) => [id, state])),
		);
		if (navigating.to) return;
		if (Object.entries(states).some(([slot, state]) => known.get(slot) !== state))
			void invalidateAll();
	});

	const rows = $derived(date ? rowsOn(data.floor, date) : []);
	const spots = $derived(spotsOf(rows));
	const counts = $derived(countSeats(spots.map(({ slot }) => slot)));
	const open = $derived(spots.find(({ slot }) => slot.id === picked));
	const way = $derived(wayOf(spots, open?.slot.seated[0]?.family));
	const states = seatStateNames.filter((state) => state !== 'past');
</script>

<svelte:head><title>{m.station_floor()} · {data.conference.name}</title></svelte:head>

<div class="floor">
	<div class="min-w-0 p-6">
		<h1 class="text-hour">{data.conference.name}</h1>
		<div class="mb-4 flex flex-wrap items-baseline gap-x-5 gap-y-2">
			{#each data.floor.dates as day (day)}
				<button
					class="cursor-pointer {day === date ? 'font-bold' : 'quiet'}"
					aria-pressed={day === date}
					onclick={() => {
						chosenDate = day;
						picked = null;
					}}>{localDateText(day)}</button
				>
			{/each}
			<span class="quiet text-small">{m.floor_taken(counts)}</span>
			<input
				class="input input-sm ms-auto w-44"
				type="search"
				placeholder={m.floor_find()}
				aria-label={m.floor_find()}
				bind:value={find}
			/>
		</div>

		{#if spots.length === 0}
			<p class="py-16">
				{m.floor_none()}
				<a class="link" href="/office/{data.conference.address}/desks">{m.open_add_desks()}</a>
			</p>
		{:else}
			<FloorBoard {rows} {way} {find} zone={data.conference.timeZone} bind:picked />
			<ul class="mt-4 flex flex-wrap gap-5 text-small">
				{#each states as state (state)}
					<li class="flex items-center gap-1"><Seat {state} size={20} /> {seatText(state)}</li>
				{/each}
			</ul>
		{/if}
	</div>

	{#if open}
		<SlotSheet
			{open}
			{way}
			zone={data.conference.timeZone}
			doorOf={(id) => `/office/${data.conference.address}/floor/door/${id}`}
			bind:picked
		/>
	{/if}
</div>

<style>
	.floor {
		display: flex;
		min-block-size: 100%;
	}
	.floor > div {
		flex: 1;
	}
	@media (width < 64rem) {
		.floor {
			flex-direction: column;
		}
	}
</style>
