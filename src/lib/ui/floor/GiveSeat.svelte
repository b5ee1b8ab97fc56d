<script lang="ts">
	import { tick } from 'svelte';
	import { MINUTE } from '$lib/core/time/local-of';
	import { seatCandidates, type SeatCandidate, type SeatDetail } from '$lib/operations/floor';
	import { m } from '$lib/paraglide/messages';
	import { momentText } from '../parts/format/when';
	import { askOrNull } from '../parts/saving/ask-server';
	import { fitText } from './fit-text';
	import type { SeatActs } from './seat-acts.svelte';

	/** Gives a free seat to a family: books it, or keeps it and others for the family to choose from. */
	let {
		seat,
		slots,
		acts,
		now,
		zone,
	}: {
		seat: SeatDetail;
		/** Ids of the open slot and those that were chosen with it. */
		slots: readonly string[];
		acts: SeatActs;
		now: () => number;
		zone: string;
	} = $props();

	/** A family chooses among so many at the most. */
	const MOST_OFFERED = 5;
	const FEWEST_LETTERS = 2;
	const PAUSE = 150;
	/** For how many hours a seat is kept. */
	const KEPT_FOR = [2, 24, 72];

	const id = $props.id();
	let what = $state<'book' | 'offer'>('book');
	let hours = $state(24);
	let text = $state('');
	let found = $state.raw<readonly SeatCandidate[] | null>(null);
	let field = $state<HTMLInputElement>();
	let marked = $state(0);

	const list = $derived(found ?? seat.candidates);
	const until = $derived(Math.min(now() + hours * 60 * MINUTE, seat.start));
	const isTooMany = $derived(what === 'offer' && slots.length > MOST_OFFERED);

	$effect(() => {
		const typed = text.trim();
		marked = 0;
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
				? await acts.book(candidate, seat.slot)
				: await acts.offer(candidate, slots, until);
		if (isDone) text = '';
	}

	function pressed(event: KeyboardEvent) {
		if (event.key === 'ArrowDown') marked = Math.min(marked + 1, list.length - 1);
		else if (event.key === 'ArrowUp') marked = Math.max(marked - 1, 0);
		else if (event.key === 'Enter') void give(list[marked]);
		else return;
		event.preventDefault();
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
	role="combobox"
	aria-expanded="true"
	aria-controls="{id}-list"
	aria-activedescendant={list[marked] ? `${id}-${marked}` : undefined}
	bind:value={text}
	onkeydown={pressed}
/>
<ul id="{id}-list" class="mb-4" role="listbox" aria-label={m.seat_find()}>
	{#each list as candidate, index (candidate.wish)}
		<li
			id="{id}-{index}"
			role="option"
			aria-selected={index === marked}
			aria-disabled={candidate.why !== null}
		>
			<button
				type="button"
				tabindex="-1"
				class="candidate"
				class:marked={index === marked}
				disabled={acts.isBusy || candidate.why !== null || isTooMany}
				onclick={() => give(candidate)}
			>
				<span class="block font-bold">{candidate.label}</span>
				<span class="quiet block text-small">
					{candidate.student}
					{#if candidate.waitsSince !== null}· {m.seat_waits()}{/if}
				</span>
				{#if candidate.why}<span class="block text-small">{fitText(candidate.why)}</span>{/if}
			</button>
		</li>
	{:else}
		<li class="quiet text-small">{text.trim() ? m.seat_nobody_found() : m.seat_nobody()}</li>
	{/each}
</ul>

<style>
	.candidate {
		display: block;
		inline-size: 100%;
		padding: 0.25rem 0.5rem;
		text-align: start;
		border-block-start: 1px solid var(--color-base-300);
		cursor: pointer;
	}
	.candidate:disabled {
		cursor: default;
		opacity: 0.7;
	}
	.marked {
		background: var(--color-base-100);
		outline: 1px solid var(--color-base-content);
	}
</style>
