<script lang="ts">
	import { type LocalDate, typedDate } from '$lib/core/time/local-of';
	import type { Hours } from '$lib/core/slots/hours';
	import { slipOf, type Slip } from '$lib/core/slots/typed-hours';
	import { m } from '$lib/paraglide/messages';
	import TimeInput from '../parts/dates/TimeInput.svelte';
	import { slipText } from '../parts/forms/slip-text';
	import { stretchText } from './desk-text';

	/** From and until, typed any sensible way; they take effect when they make sense. */
	let {
		date,
		start,
		end,
		today,
		oncommit,
	}: {
		/** The date that they are on; empty where several differ. */
		date: LocalDate | '';
		/** `null` where several differ. */
		start: number | null;
		end: number | null;
		today: LocalDate;
		oncommit: (hours: { start: number | null; end: number | null }) => void;
	} = $props();

	let from = $derived(start);
	let until = $derived(end);
	let slip = $state.raw<Slip | null>(null);
	let first = $state<TimeInput>();

	export function focus() {
		first?.focus();
	}

	function commit() {
		slip = null;
		if (from === start && until === end) return;
		if (from !== null && until !== null) {
			slip = slipOf({ date: typedDate(date), start: from, end: until }, today);
			if (slip && slip.code !== 'date-past') return;
		}
		slip = null;
		oncommit({ start: from, end: until });
	}

	function take(meant: Hours) {
		slip = null;
		oncommit({ start: meant.start, end: meant.end });
	}
</script>

<div>
	<div class="flex items-baseline gap-1.5">
		<TimeInput
			bind:this={first}
			bind:value={from}
			label={m.hours_from()}
			look="w-24 font-display text-title font-semibold"
			placeholder={m.various()}
			oncommit={commit}
		/>
		<span class="quiet" aria-hidden="true">–</span>
		<TimeInput
			bind:value={until}
			label={m.hours_to()}
			look="w-24 font-display text-title font-semibold"
			placeholder={m.various()}
			oncommit={commit}
		/>
	</div>
	{#if slip}
		<p class="mt-1 text-small text-error" role="alert">
			{slipText(slip.code)}
			{#if slip.meant}
				{@const meant = slip.meant}
				<button type="button" class="link" onclick={() => take(meant)}>
					{m.slip_meant({ hours: stretchText(meant) })}
				</button>
			{/if}
		</p>
	{/if}
</div>
