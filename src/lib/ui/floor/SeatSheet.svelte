<script lang="ts">
	import { goto } from '$app/navigation';
	import { onDestroy, tick, untrack } from 'svelte';
	import X from '@lucide/svelte/icons/x';
	import type { SeatDetail } from '$lib/operations/floor';
	import { m } from '$lib/paraglide/messages';
	import type { Clock } from '../visits/clock';
	import { substituteWords } from '$lib/words/substitute-words';
	import { doneActs } from '../office/done-acts.svelte';
	import { localDateText, momentText, timeText } from '../parts/format/when';
	import { isTyping, pressLetter } from '../parts/letters';
	import { floorState } from './floor-state.svelte';
	import GiveSeat from './GiveSeat.svelte';
	import SeatedActs from './SeatedActs.svelte';
	import SeatsThemselves from './SeatsThemselves.svelte';
	import { SeatActs } from './seat-acts.svelte';
	import { seatText } from './seat-text';

	/** One seat of the floor: who sits there or could, and all that can be done about it. */
	let {
		seat,
		conference,
		clock,
		maySetUp,
		mayAnswer,
		base,
		reload,
	}: {
		seat: SeatDetail;
		conference: { readonly id: string; readonly timeZone: string };
		clock: Clock;
		/** May add a slot. */
		maySetUp: boolean;
		/** May accept and decline what families ask for. */
		mayAnswer: boolean;
		/** The address of the conference in the office. */
		base: string;
		reload: () => Promise<void>;
	} = $props();

	const floor = floorState();
	const acts = new SeatActs({
		conference: untrack(() => conference.id),
		done: doneActs(),
		reload: () => reload(),
	});
	const zone = $derived(conference.timeZone);

	let give = $state<ReturnType<typeof GiveSeat>>();
	let themselves = $state<ReturnType<typeof SeatsThemselves>>();
	let seated = $state<ReturnType<typeof SeatedActs>[]>([]);

	// What was pressed is gone with what it did: the board has the focus again.
	$effect(() => {
		const { slot } = seat;
		void tick().then(() => {
			if (document.activeElement === document.body)
				document.getElementById(`slot-${slot}`)?.focus();
		});
	});

	const closed = $derived(`${base}/floor?date=${seat.date}`);

	async function pressed(event: KeyboardEvent) {
		if (event.key !== 'Escape' || isTyping(event)) return pressLetter(event, floor.letters);
		event.preventDefault();
		const { slot } = seat;
		await goto(closed, { noScroll: true, keepFocus: true });
		document.getElementById(`slot-${slot}`)?.focus();
	}

	const slots = $derived([...new Set([seat.slot, ...floor.chosen])]);
	const waiting = $derived(seat.candidates.filter(({ waitsSince }) => waitsSince !== null));

	$effect(() => {
		floor.letters = {
			b: () => give?.begin('book'),
			o: () => give?.begin('offer'),
			x: () => themselves?.begin(),
			u: () => themselves?.unblock(),
			l: () => themselves?.addLast(),
			m: () => seated[0]?.move(),
			s: () => seated[0]?.swap(),
			h: () => seated[0]?.meetOtherwise(),
			c: () => seated[0]?.cancel(),
			a: () => seated[0]?.answer(true),
			d: () => seated[0]?.answer(false),
			f: () => seated[0]?.open(),
		};
		floor.isDraggable = seat.seated.length === 1;
		floor.startMove = () => seated[0]?.beginMove();
		floor.way = (seat.visits[0]?.appointments ?? []).flatMap((entry) => entry.slots.slice(0, 1));
	});
	// A seat that is read again, as something changed elsewhere, leaves what is being chosen as it is.
	const whoSits = $derived(seat.seated.map(({ appointment }) => appointment).join());
	$effect(() => {
		void whoSits;
		return () => floor.putOut();
	});
	onDestroy(() => floor.clear());
</script>

<!-- svelte-ignore a11y_no_noninteractive_element_interactions -->
<aside
	class="sheet"
	class:choosing={floor.lighting !== null}
	aria-label={m.seat_sheet()}
	onkeydown={pressed}
>
	<a
		class="btn btn-ghost btn-sm btn-square float-end"
		href={closed}
		aria-label={m.seat_close()}
		title={m.seat_close()}
		data-sveltekit-noscroll
	>
		<X size={18} aria-hidden="true" />
	</a>
	<p class="font-display text-[2.75rem] leading-none font-semibold" aria-live="polite">
		{timeText(seat.start, zone)}
		<span class="sr-only">{seatText(seat.state)}</span>
	</p>
	<p class="quiet">
		{m.floor_until({ time: timeText(seat.end, zone), date: localDateText(seat.date) })}
	</p>
	<p class="font-bold">{m.floor_with({ desk: seat.name, subject: seat.subject })}</p>
	<p class="mb-3">{substituteWords({ name: seat.name, substitutes: seat.substitutes })}</p>
	{#if acts.problem}<p class="mb-2 text-error" role="alert">{acts.problem}</p>{/if}

	{#each seat.seated as entry, index (entry.appointment)}
		{@const view = seat.visits.find(({ family }) => family === entry.family)}
		{#if view}
			<SeatedActs
				bind:this={seated[index]}
				seated={entry}
				{view}
				{acts}
				{clock}
				{base}
				{mayAnswer}
				{reload}
			/>
		{/if}
	{/each}

	{#each seat.kept as { family, label, kind, until } (`${family} ${until}`)}
		<p class="mb-2 border-s-4 border-primary ps-3">
			<a class="link font-bold" href="{base}/families/{family}">{label}</a>
			<span class="block text-small">
				{kind === 'hold'
					? m.seat_kept_hold({ moment: timeText(until, zone) })
					: m.seat_kept_offer({ moment: momentText(until, zone) })}
			</span>
		</p>
	{/each}

	{#if seat.state === 'free'}
		<GiveSeat
			bind:this={give}
			{seat}
			{slots}
			{acts}
			{clock}
			{zone}
			familyHref={(family) => `${base}/families/${family}`}
		/>
	{:else if seat.seated.length === 0}
		<h2 class="mb-2 text-title">{seatText(seat.state)}</h2>
	{/if}
	<SeatsThemselves bind:this={themselves} {seat} {slots} {acts} {maySetUp} />

	{#if waiting.length && seat.state !== 'free'}
		<h3 class="mt-4 mb-1 font-bold">{m.seat_waiting({ count: waiting.length })}</h3>
		<ol class="list-decimal ps-5 text-small">
			{#each waiting as { family, label, student, wish } (wish)}
				<li><a class="link" href="{base}/families/{family}">{label}</a> {student}</li>
			{/each}
		</ol>
	{/if}
</aside>

<style>
	.sheet {
		/* It stays in sight beside the board, however long either is. */
		position: sticky;
		inset-block-start: 0;
		flex: none;
		align-self: flex-start;
		inline-size: 19rem;
		block-size: 100dvh;
		padding: 1.25rem;
		overflow-y: auto;
		background: var(--color-base-200);
		border-inline-start: 1px solid var(--color-base-300);
	}
	@media (width < 64rem) {
		/* At the lower edge of the screen, where it is seen whatever was pressed. */
		.sheet {
			inset-block: auto 0;
			z-index: 8;
			align-self: stretch;
			inline-size: auto;
			block-size: auto;
			max-block-size: 55dvh;
			border-inline-start: none;
			border-block-start: 2px solid var(--color-accent);
		}
		/* While a seat is chosen on the board, the board has the room. */
		.sheet.choosing {
			max-block-size: 30dvh;
		}
	}
</style>
