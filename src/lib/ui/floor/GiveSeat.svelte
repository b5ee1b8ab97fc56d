<script lang="ts">
	import { tick } from 'svelte';
	import { MINUTE } from '$lib/core/time/local-of';
	import { seatCandidates, type SeatCandidate, type SeatDetail } from '$lib/operations/floor';
	import { m } from '$lib/paraglide/messages';
	import type { Clock } from '../visits/clock';
	import { listText, momentText } from '../parts/format/when';
	import { askOrNull } from '../parts/saving/ask-server';
	import { fitText } from './fit-text';
	import { floorState } from './floor-state.svelte';
	import type { SeatActs } from './seat-acts.svelte';

	/** Gives a free seat to a family: books it, or keeps it and others for the family to choose from. */
	let {
		seat,
		slots,
		acts,
		clock,
		zone,
		familyHref,
	}: {
		seat: SeatDetail;
		/** Ids of the open slot and those that were chosen with it. */
		slots: readonly string[];
		acts: SeatActs;
		clock: Clock;
		zone: string;
		/** Where a family's sheet is, with times that fit. */
		familyHref: (family: string) => string;
	} = $props();

	const floor = floorState();
	/** A family chooses among so many at the most. */
	const MOST_OFFERED = 5;
	const FEWEST_LETTERS = 2;
	const PAUSE = 150;
	/** For how many hours a seat is kept. */
	const KEPT_FOR = [2, 24, 72];

	let what = $state<'book' | 'offer'>('book');
	let hours = $state(24);
	let text = $state('');
	let found = $state.raw<readonly SeatCandidate[] | null>(null);
	let field = $state<HTMLInputElement>();
	let candidates = $state<HTMLUListElement>();

	const list = $derived(found ?? seat.candidates);
	const until = $derived(Math.min(clock.now() + hours * 60 * MINUTE, seat.start));
	const first = $derived(list.find(({ why }) => why === null));
	const buttons = () => [
		...(candidates?.querySelectorAll<HTMLButtonElement>('button:enabled') ?? []),
	];
	const isTooMany = $derived(what === 'offer' && slots.length > MOST_OFFERED);

	$effect(() => {
		const typed = text.trim();
		if (typed.length < FEWEST_LETTERS) {
			found = null;
			return;
		}
		const { conference } = acts;
		const { slot } = seat;
		let isStale = false;
		const timer = setTimeout(async () => {
			const answer = await askOrNull(seatCandidates, {
				conferenceId: conference,
				slot,
				text: typed,
			});
			if (!isStale) found = answer ?? [];
		}, PAUSE);
		return () => {
			isStale = true;
			clearTimeout(timer);
		};
	});

	/** Goes to the field in which a family is found. */
	export function begin(how: 'book' | 'offer'): void {
		what = how;
		void tick().then(() => field?.focus());
	}

	async function give(candidate: SeatCandidate | undefined) {
		if (!candidate || candidate.why !== null || isTooMany) return;
		const isDone =
			what === 'book'
				? await acts.book(candidate, seat)
				: await acts.offer(candidate, seat.desk, slots, until);
		if (!isDone) return;
		text = '';
		floor.chosen = [];
	}

	/** Enter takes the first that fits; an arrow leads to the list. */
	function typed(event: KeyboardEvent) {
		if (event.key === 'Enter') void give(first);
		else if (event.key === 'ArrowDown') buttons()[0]?.focus();
		else return;
		event.preventDefault();
	}

	function walked(event: KeyboardEvent) {
		const steps: Record<string, number> = { ArrowDown: 1, ArrowUp: -1 };
		const step = steps[event.key];
		if (step === undefined) return;
		event.preventDefault();
		const all = buttons();
		const next = all.indexOf(event.target as HTMLButtonElement) + step;
		(next < 0 ? field : all[next])?.focus();
	}
</script>

<div class="mb-2 flex gap-2">
	<button
		type="button"
		class="btn btn-sm {what === 'book' ? 'btn-primary' : 'btn-outline'}"
		aria-pressed={what === 'book'}
		onclick={() => begin('book')}
	>
		{m.seat_book()} <kbd class="kbd kbd-xs" aria-hidden="true">B</kbd>
	</button>
	<button
		type="button"
		class="btn btn-sm {what === 'offer' ? 'btn-primary' : 'btn-outline'}"
		aria-pressed={what === 'offer'}
		onclick={() => begin('offer')}
	>
		{m.seat_offer({ count: slots.length })} <kbd class="kbd kbd-xs" aria-hidden="true">O</kbd>
	</button>
</div>
{#if what === 'offer'}
	<label class="mb-2 block text-small">
		{m.seat_keep_for()}
		<select class="select select-sm" bind:value={hours}>
			{#each KEPT_FOR as length (length)}
				<option value={length}>{m.seat_hours({ count: length })}</option>
			{/each}
		</select>
		<span class="quiet block">{m.kept_until({ moment: momentText(until, zone) })}</span>
	</label>
	{#if isTooMany}
		<p class="mb-2 text-small text-error">{m.seat_offer_too_many({ most: MOST_OFFERED })}</p>
	{:else if slots.length === 1}
		<p class="quiet mb-2 text-small">{m.seat_offer_more()}</p>
	{/if}
{/if}
<input
	bind:this={field}
	class="input input-sm mb-1 w-full"
	type="search"
	autocomplete="off"
	aria-label={m.seat_find()}
	placeholder={m.seat_find()}
	bind:value={text}
	onkeydown={typed}
/>
<!-- svelte-ignore a11y_no_noninteractive_element_interactions -->
<ul bind:this={candidates} class="mb-4" aria-label={m.seat_find()} onkeydown={walked}>
	{#each list as candidate (candidate.wish ?? `${candidate.family} ${candidate.studentId}`)}
		<li class="border-t border-base-300">
			<button
				type="button"
				class="candidate"
				class:first={candidate === first}
				disabled={acts.isBusy || candidate.why !== null || isTooMany}
				onclick={() => give(candidate)}
			>
				<span class="block font-bold">{candidate.label}</span>
				<span class="quiet block text-small">
					{candidate.student}
					{#if candidate.waitsSince !== null}· {m.seat_waits()}{/if}
					{#if candidate.wish === null}· {m.seat_not_theirs()}{/if}
				</span>
				<span class="quiet block text-small">{listText(candidate.adults)}</span>
				{#if candidate.why}<span class="block text-small">{fitText(candidate.why)}</span>{/if}
			</button>
			{#if candidate.why}
				<a class="link ps-2 text-small" href={familyHref(candidate.family)}
					>{m.seat_other_times()}</a
				>
			{/if}
		</li>
	{:else}
		<li class="quiet text-small">{text.trim() ? m.seat_nobody_found() : m.seat_nobody()}</li>
	{/each}
</ul>
<p class="sr-only" role="status">
	{found === null ? '' : m.find_results({ count: found.length })}
</p>

<style>
	.candidate {
		display: block;
		inline-size: 100%;
		padding: 0.25rem 0.5rem;
		text-align: start;
		cursor: pointer;
	}
	.candidate:disabled {
		cursor: default;
		opacity: 0.7;
	}
	/* The one that Enter takes while a name is typed. */
	.first {
		background: var(--color-base-100);
	}
</style>
