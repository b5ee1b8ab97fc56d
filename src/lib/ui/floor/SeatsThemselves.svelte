<script lang="ts">
	import { tick } from 'svelte';
	import type { SeatDetail } from '$lib/operations/floor';
	import { LONGEST_REASON } from '$lib/operations/seats';
	import { m } from '$lib/paraglide/messages';
	import { floorState } from './floor-state.svelte';
	import type { SeatActs } from './seat-acts.svelte';

	/** What is done to seats whoever could sit there: block, open again, add one at the end. */
	let {
		seat,
		slots,
		acts,
		maySetUp,
	}: {
		seat: SeatDetail;
		/** Ids of the open slot and those that were chosen with it. */
		slots: readonly string[];
		acts: SeatActs;
		maySetUp: boolean;
	} = $props();

	const floor = floorState();
	let isBlocking = $state(false);
	let reason = $state('');
	let field = $state<HTMLInputElement>();

	const mayBlock = $derived(seat.state === 'free' || slots.length > 1);

	/** Asks for the reason, and blocks then. */
	export function begin(): void {
		if (!mayBlock) return;
		isBlocking = true;
		void tick().then(() => field?.focus());
	}

	export function unblock(): void {
		if (seat.blockedFor === null) return;
		void acts.unblock(slots).then((isDone) => {
			if (isDone) floor.chosen = [];
		});
	}

	export function addLast(): void {
		if (maySetUp && seat.isLast) void acts.addLast(seat.desk, seat.date);
	}

	async function block(event: SubmitEvent) {
		event.preventDefault();
		if (!(await acts.block(slots, reason))) return;
		isBlocking = false;
		reason = '';
		floor.chosen = [];
	}
</script>

{#if seat.blockedFor !== null}
	<p class="mb-2">{seat.blockedFor || m.seat_blocked_no_reason()}</p>
{/if}
<div class="flex flex-wrap gap-2">
	{#if mayBlock && !isBlocking}
		<button type="button" class="btn btn-outline btn-sm" onclick={begin}>
			{m.seat_block({ count: slots.length })}
			<kbd class="kbd kbd-xs" aria-hidden="true">X</kbd>
		</button>
	{/if}
	{#if seat.blockedFor !== null}
		<button type="button" class="btn btn-outline btn-sm" disabled={acts.isBusy} onclick={unblock}>
			{m.seat_unblock({ count: slots.length })}
			<kbd class="kbd kbd-xs" aria-hidden="true">U</kbd>
		</button>
	{/if}
	{#if maySetUp && seat.isLast}
		<button type="button" class="btn btn-outline btn-sm" disabled={acts.isBusy} onclick={addLast}>
			{m.seat_add_last()}
			<kbd class="kbd kbd-xs" aria-hidden="true">L</kbd>
		</button>
	{/if}
</div>
{#if isBlocking}
	<form class="mt-2" onsubmit={block}>
		<label class="block text-small">
			{m.seat_block_reason()}
			<input
				bind:this={field}
				class="input input-sm w-full"
				maxlength={LONGEST_REASON}
				bind:value={reason}
				onkeydown={(event) => {
					if (event.key === 'Escape') isBlocking = false;
				}}
			/>
		</label>
		<p class="mt-2 flex gap-2">
			<button class="btn btn-primary btn-sm" disabled={acts.isBusy}>
				{m.seat_block({ count: slots.length })}
			</button>
			<button type="button" class="btn btn-ghost btn-sm" onclick={() => (isBlocking = false)}>
				{m.cancel()}
			</button>
		</p>
	</form>
{/if}
