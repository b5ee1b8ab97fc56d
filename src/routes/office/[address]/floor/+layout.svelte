<script lang="ts">
	import { preloadData } from '$app/navigation';
	import { page } from '$app/state';
	import { onMount, untrack } from 'svelte';
	import { localOf } from '$lib/core/time/local-of';
	import { seatStateNames } from '$lib/core/snapshot/seat-state';
	import type { FloorSlot } from '$lib/operations/floor';
	import { m } from '$lib/paraglide/messages';
	import FloorBoard from '$lib/ui/floor/FloorBoard.svelte';
	import { keepFloorState } from '$lib/ui/floor/floor-state.svelte';
	import {
		changedSlots,
		countSeats,
		toldSince,
		withNews,
		type ToldSeats,
	} from '$lib/ui/floor/floor-view';
	import { seatText } from '$lib/ui/floor/seat-text';
	import { doneActs } from '$lib/ui/office/done-acts.svelte';
	import { schoolClock } from '$lib/ui/office/school-clock';
	import DoneBar from '$lib/ui/office/DoneBar.svelte';
	import Seat from '$lib/ui/parts/chairs/Seat.svelte';
	import { localDateText } from '$lib/ui/parts/format/when';
	import { readAgain } from '$lib/ui/parts/live/read-again';
	import { followSeats } from '$lib/ui/parts/live/live-seats.svelte';

	let { data, children } = $props();

	/** Whether rows are narrow is kept in this browser. */
	const COMPACT = 'ten-chairs-compact-floor';

	keepFloorState();
	const done = doneActs();
	const base = $derived(`/office/${data.conference.address}/floor`);
	const picked = $derived(page.params['slot'] ?? null);
	const search = $derived(data.floor.date ? `?date=${data.floor.date}` : '');
	let isCompact = $state(false);
	const clock = schoolClock(() => data.now);
	/** How often the line of the present moves on; milliseconds. */
	const TICK = 30_000;
	let moment = $state(untrack(() => data.now));
	const isToday = $derived(localOf(moment, data.conference.timeZone).date === data.floor.date);
	onMount(() => {
		isCompact = localStorage.getItem(COMPACT) === 'yes';
		const timer = setInterval(() => (moment = clock.now()), TICK);
		return () => clearInterval(timer);
	});

	let news = $state.raw<{ readonly since: object; readonly slots: ReadonlyMap<string, FloorSlot> }>(
		{ since: {}, slots: new Map() },
	);
	const desks = $derived(
		withNews(data.floor.desks, news.since === data.floor ? news.slots : new Map()),
	);
	const counts = $derived(countSeats(desks.flatMap(({ slots }) => slots)));
	const states = seatStateNames.filter((state) => state !== 'past');

	const readFloor = readAgain('ten-chairs:floor');
	const readSeat = readAgain('ten-chairs:seat');

	function take(slots: readonly FloorSlot[]) {
		const since = data.floor;
		const known = news.since === since ? news.slots : new Map<string, FloorSlot>();
		news = { since, slots: new Map([...known, ...slots.map((slot) => [slot.id, slot] as const)]) };
	}

	function takeTold(told: ToldSeats) {
		const changed = changedSlots(desks, told);
		if (changed.length) take(changed);
		if (picked !== null && changed.some(({ id }) => id === picked)) void readSeat();
	}

	/** Of all dates: one that was read before somebody came to it may be older than what was told since. */
	let told: ToldSeats = { states: {} };
	followSeats(`/live/${untrack(() => data.conference.id)}`, (news) => {
		told = news.whole ? news : toldSince(told, news);
		takeTold(news);
	});
	$effect(() => {
		void data.floor.date;
		untrack(() => takeTold(told));
	});

	const dateHref = (date: string) => `${base}${picked === null ? '' : `/${picked}`}?date=${date}`;
	/** The date that is likely to be looked at next is read when the page has come to rest; milliseconds. */
	const REST = 300;
	$effect(() => {
		const { dates, date } = data.floor;
		const at = dates.findIndex((one) => one.date === date);
		const next = dates[at + 1] ?? dates[at - 1];
		if (!next) return;
		const timer = setTimeout(() => void preloadData(untrack(() => dateHref(next.date))), REST);
		return () => clearTimeout(timer);
	});
	let version = untrack(() => data.conference.version);
	$effect(() => {
		if (data.conference.version === version) return;
		version = data.conference.version;
		void readFloor();
		if (picked !== null) void readSeat();
	});
	$effect(() => done.follow(readSeat));

	function setCompact(next: boolean) {
		isCompact = next;
		localStorage.setItem(COMPACT, next ? 'yes' : 'no');
	}
</script>

<svelte:head><title>{m.station_floor()} · {data.conference.name}</title></svelte:head>

<div class="floor">
	<div class="min-w-0 p-6">
		<h1 class="text-hour">{m.station_floor()}</h1>
		<div class="mb-2 flex flex-wrap items-baseline gap-x-5 gap-y-2">
			{#each data.floor.dates as { date, isOver } (date)}
				<a
					class={date === data.floor.date ? 'font-bold' : 'quiet'}
					class:line-through={isOver && date !== data.floor.date}
					aria-current={date === data.floor.date ? 'date' : undefined}
					href={dateHref(date)}
					data-sveltekit-noscroll
					data-sveltekit-preload-data="hover">{localDateText(date)}</a
				>
			{/each}
			<span class="quiet text-small">{m.floor_taken(counts)}</span>
			<label class="ms-auto flex items-center gap-2 text-small">
				<input
					type="checkbox"
					class="checkbox checkbox-sm"
					checked={isCompact}
					onchange={({ currentTarget }) => setCompact(currentTarget.checked)}
				/>
				{m.floor_compact()}
			</label>
		</div>
		<DoneBar {done} />

		{#if data.floor.date === null}
			<p class="py-16">
				{m.floor_none()}
				<a class="link" href="/office/{data.conference.address}/desks">{m.open_add_desks()}</a>
			</p>
		{:else}
			<FloorBoard
				{desks}
				zone={data.conference.timeZone}
				{picked}
				desk={data.desk}
				{isCompact}
				now={isToday ? moment : null}
				hrefOf={(slot) => `${base}/${slot}${search}`}
				closed="{base}{search}"
			/>
			<ul class="mt-3 flex flex-wrap gap-5 text-small">
				{#each states as state (state)}
					<li class="flex items-center gap-1"><Seat {state} size={20} /> {seatText(state)}</li>
				{/each}
			</ul>
		{/if}
	</div>
	{@render children()}
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
