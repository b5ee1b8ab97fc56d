<script lang="ts">
	import { invalidateAll } from '$app/navigation';
	import { navigating } from '$app/state';
	import { untrack } from 'svelte';
	import { metAt } from '$lib/core/desks/named-substitutes';
	import type { SeatState } from '$lib/core/snapshot/seat-state';
	import { m } from '$lib/paraglide/messages';
	import Seat from '$lib/ui/parts/chairs/Seat.svelte';
	import { listText, localDateText, timeText } from '$lib/ui/parts/format/when';
	import { followSeats } from '$lib/ui/parts/live/live-seats.svelte';
	import { substituteText } from '$lib/ui/desks/substitute-text';
	import SeatedNeeds from '$lib/ui/floor/SeatedNeeds.svelte';
	import { seatText } from '$lib/ui/floor/seat-text';
	import { timeAxis } from '$lib/ui/floor/time-axis';
	import { placeText } from '$lib/ui/visits/words';

	let { data } = $props();

	const zone = $derived(data.conference.timeZone);
	let chosenDate = $state<string | null>(null);
	const date = $derived(chosenDate ?? data.floor.dates[0] ?? '');
	let picked = $state<string | null>(null);
	let find = $state('');

	followSeats(`/live/${untrack(() => data.conference.id)}`, ({ states }) => {
		const known = new Map(
			data.floor.desks.flatMap(({ seats }) => seats.map(({ slot, state }) => [slot, state])),
		);
		if (navigating.to) return;
		if (Object.entries(states).some(([slot, state]) => known.get(slot) !== state))
			void invalidateAll();
	});

	const rows = $derived(
		data.floor.desks.map((desk) => ({
			...desk,
			...metAt(desk, date),
			own: desk.name,
			seats: desk.seats.filter((seat) => seat.date === date),
		})),
	);
	const axis = $derived(timeAxis(rows.flatMap(({ seats }) => seats)));
	const all = $derived(rows.flatMap((desk) => desk.seats.map((seat) => ({ desk, seat }))));
	const taken = $derived(all.filter(({ seat }) => seat.seated.length > 0).length);
	const open = $derived(all.find(({ seat }) => seat.slot === picked));
	/** One family's way across the floor: its seats in order of time. */
	const family = $derived(open?.seat.seated[0]?.family);
	const way = $derived(
		all
			.filter(({ seat }) => family && seat.seated.some((seated) => seated.family === family))
			.sort((a, b) => a.seat.start - b.seat.start),
	);
	const wayRows = $derived(
		way.map(({ desk, seat }) => ({
			row: rows.findIndex(({ id }) => id === desk.id),
			at: axis.at((seat.start + seat.end) / 2),
		})),
	);

	const searched = $derived(find.trim().toLowerCase());
	function matches(desk: (typeof rows)[number], seat: (typeof rows)[number]['seats'][number]) {
		if (searched.length < 2) return true;
		const words = [
			desk.name,
			desk.own,
			desk.subject,
			...seat.seated.flatMap(({ familyLabel, students, adults }) => [
				familyLabel,
				...students.map(({ name }) => name),
				...adults,
			]),
		];
		return words.some((word) => word.toLowerCase().includes(searched));
	}

	/** Arrow keys walk over the seats: along a desk, or to the nearest time of the next desk. */
	function walk(event: KeyboardEvent, row: number, index: number) {
		const seats = rows[row]!.seats;
		const steps: Record<string, () => string | undefined> = {
			ArrowRight: () => seats[index + 1]?.slot,
			ArrowLeft: () => seats[index - 1]?.slot,
			ArrowDown: () => nearest(row + 1, seats[index]!.start),
			ArrowUp: () => nearest(row - 1, seats[index]!.start),
			Escape: () => {
				picked = null;
				return undefined;
			},
		};
		const step = steps[event.key];
		if (!step) return;
		event.preventDefault();
		const slot = step();
		if (!slot) return;
		picked = slot;
		document.getElementById(`seat-${slot}`)?.focus();
	}
	function nearest(row: number, time: number): string | undefined {
		const seats = rows[row]?.seats ?? [];
		return [...seats].sort((a, b) => Math.abs(a.start - time) - Math.abs(b.start - time))[0]?.slot;
	}
	const focusable = $derived(picked ?? all[0]?.seat.slot);
	const states: SeatState[] = ['free', 'booked', 'asked', 'held', 'blocked'];
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
			<span class="quiet text-small">{m.floor_taken({ taken, all: all.length })}</span>
			<input
				class="input input-sm ms-auto w-44"
				type="search"
				placeholder={m.floor_find()}
				aria-label={m.floor_find()}
				bind:value={find}
			/>
		</div>

		{#if all.length === 0}
			<p class="py-16">
				{m.floor_none()}
				<a class="link" href="/office/{data.conference.address}/desks">{m.open_add_desks()}</a>
			</p>
		{:else}
			<div class="board" style:--rows={rows.length}>
				<div class="row times" aria-hidden="true">
					<span></span>
					<div class="track">
						{#each axis.marks as mark (mark)}
							<span class="time font-display" style:inset-inline-start="{axis.at(mark) * 100}%">
								{timeText(mark, zone)}
							</span>
						{/each}
					</div>
				</div>
				{#each rows as desk, row (desk.id)}
					<div class="row">
						<div class="min-w-0">
							<strong class="block truncate">{desk.name}</strong>
							<span class="quiet block truncate text-small">
								{[substituteText(desk), desk.subject, ...desk.places].filter(Boolean).join(' · ')}
							</span>
						</div>
						<div class="track" role="group" aria-label={desk.name}>
							{#each axis.breaks as gap (gap.from)}
								<span
									class="break"
									style:inset-inline-start="{gap.from * 100}%"
									style:inline-size="{(gap.to - gap.from) * 100}%"
								></span>
							{/each}
							{#each desk.seats as seat, index (seat.slot)}
								<button
									id="seat-{seat.slot}"
									class="seat"
									class:picked={picked === seat.slot}
									class:dim={!matches(desk, seat)}
									tabindex={focusable === seat.slot ? 0 : -1}
									aria-label={seatText(
										seat.state,
										timeText(seat.start, zone),
										seat.seated.map(({ familyLabel }) => familyLabel),
									)}
									aria-pressed={picked === seat.slot}
									style:inset-inline-start="{axis.at((seat.start + seat.end) / 2) * 100}%"
									onclick={() => (picked = seat.slot)}
									onkeydown={(event) => walk(event, row, index)}
								>
									<Seat state={seat.state} size={30} />
								</button>
							{/each}
						</div>
					</div>
				{/each}
				{#if wayRows.length > 1}
					<svg
						class="way"
						viewBox="0 0 100 {rows.length}"
						preserveAspectRatio="none"
						aria-hidden="true"
					>
						<polyline
							points={wayRows.map(({ row, at }) => `${at * 100},${row + 0.5}`).join(' ')}
							vector-effect="non-scaling-stroke"
						/>
					</svg>
				{/if}
			</div>
			<ul class="mt-4 flex flex-wrap gap-5 text-small">
				{#each states as state (state)}
					<li class="flex items-center gap-1"><Seat {state} size={20} /> {seatText(state)}</li>
				{/each}
			</ul>
		{/if}
	</div>

	{#if open}
		<aside class="sheet" aria-live="polite">
			<p class="font-display text-[2.75rem] leading-none font-semibold">
				{timeText(open.seat.start, zone)}
			</p>
			<p class="quiet mb-5">
				{m.floor_until({ time: timeText(open.seat.end, zone), date: localDateText(date) })}
			</p>
			{#each open.seat.seated as seated (seated.appointment)}
				<h2 class="text-title">{listText(seated.students.map(({ name }) => name))}</h2>
				<p class="quiet">
					{m.floor_with({ desk: open.desk.name, subject: open.desk.subject })}
				</p>
				<p class="mb-4">{substituteText(open.desk)}</p>
				{#if seated.standing === 'asked'}<p class="font-bold">{m.seat_asked_of()}</p>{/if}
				<SeatedNeeds {seated} />
				<dl class="facts">
					<dt>{m.floor_where()}</dt>
					<dd>
						{placeText(seated.place.kind, seated.place.name)}
						{#if seated.place.building}<span class="quiet block">{seated.place.building}</span>{/if}
						{#if seated.place.hasDoor}
							<a
								class="link block"
								href="/office/{data.conference.address}/floor/door/{seated.appointment}"
								rel="noreferrer external">{m.ribbon_door()}</a
							>
						{/if}
					</dd>
					<dt>{m.floor_comes()}</dt>
					<dd>{listText(seated.adults)}</dd>
					<dt>{m.floor_class()}</dt>
					<dd>{listText([...new Set(seated.students.map(({ classLabel }) => classLabel))])}</dd>
				</dl>
				<h3 class="mt-6 mb-2">{m.floor_whole_visit()}</h3>
				<ol>
					{#each way as { desk, seat } (seat.slot)}
						<li>
							<button
								class="flex w-full cursor-pointer gap-3 border-t border-base-300 py-1.5 text-start {seat.slot ===
								picked
									? 'font-bold'
									: ''}"
								onclick={() => (picked = seat.slot)}
							>
								<span>{timeText(seat.start, zone)}</span>
								<span>{desk.name}</span>
							</button>
						</li>
					{/each}
				</ol>
			{:else}
				<h2 class="text-title">{seatText(open.seat.state)}</h2>
				<p class="quiet">{m.floor_with({ desk: open.desk.name, subject: open.desk.subject })}</p>
				<p>{substituteText(open.desk)}</p>
			{/each}
		</aside>
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
	.board {
		position: relative;
		--desk: 12rem;
	}
	.row {
		display: grid;
		grid-template-columns: var(--desk) minmax(0, 1fr);
		gap: 1.25rem;
		align-items: center;
		block-size: 2.75rem;
		border-block-end: 1px solid var(--color-base-300);
	}
	.times {
		block-size: 1.75rem;
		font-size: var(--text-small);
		font-weight: 700;
	}
	.track {
		position: relative;
		block-size: 100%;
	}
	.time {
		position: absolute;
		inset-block-start: 0.25rem;
	}
	.break {
		position: absolute;
		inset-block: 0;
		background: repeating-linear-gradient(var(--color-base-200) 0 3px, transparent 3px 6px);
	}
	.seat {
		position: absolute;
		inset-block-start: 50%;
		display: grid;
		place-items: center;
		inline-size: 1.875rem;
		block-size: 2.375rem;
		transform: translate(-50%, -50%);
		border-radius: var(--radius-field);
		cursor: pointer;
	}
	:global([dir='rtl']) .seat {
		transform: translate(50%, -50%);
	}
	.seat.picked {
		outline: 2px solid var(--color-base-content);
		background: var(--color-base-100);
		z-index: 2;
	}
	.seat.dim {
		opacity: 0.2;
	}
	.way {
		position: absolute;
		inset-block-start: 1.75rem;
		inset-inline: calc(var(--desk) + 1.25rem) 0;
		inline-size: calc(100% - var(--desk) - 1.25rem);
		block-size: calc(var(--rows) * 2.75rem);
		pointer-events: none;
	}
	:global([dir='rtl']) .way {
		transform: scaleX(-1);
	}
	.way polyline {
		fill: none;
		stroke: var(--color-secondary);
		stroke-width: 1.5;
		stroke-dasharray: 2 4;
	}
	.sheet {
		flex: none;
		inline-size: 16rem;
		padding: 1.5rem;
		background: var(--color-base-200);
		border-inline-start: 1px solid var(--color-base-300);
	}
	@media (width < 64rem) {
		.floor {
			flex-direction: column;
		}
		/* At the lower edge of the screen, where it is seen whatever was pressed. */
		.sheet {
			position: sticky;
			inset-block-end: 0;
			z-index: 8;
			inline-size: auto;
			max-block-size: 60dvh;
			overflow-y: auto;
			border-inline-start: none;
			border-block-start: 2px solid var(--color-accent);
		}
	}
	.facts {
		display: grid;
		grid-template-columns: auto 1fr;
		gap: 0.5rem 1rem;
	}
	.facts dt {
		color: var(--color-neutral);
	}
</style>
