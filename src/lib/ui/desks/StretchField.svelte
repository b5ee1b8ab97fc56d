<script lang="ts">
	import { type LocalDate, typedDate } from '$lib/core/time/local-of';
	import type { Hours } from '$lib/core/slots/hours';
	import { slipOf, type Slip } from '$lib/core/slots/typed-hours';
	import { formatTimeOfDay, parseTypedTime } from '$lib/core/time/typed-time';
	import { m } from '$lib/paraglide/messages';
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

	const shown = (minute: number | null) => (minute === null ? '' : formatTimeOfDay(minute));
	let from = $derived(shown(start));
	let until = $derived(shown(end));
	let slip = $state.raw<Slip | null>(null);
	let unreadable = $state('');
	let first = $state<HTMLInputElement>();

	export function focus() {
		first?.focus();
		first?.select();
	}

	function commit() {
		const [a, b] = [from, until].map((text) => (text.trim() ? parseTypedTime(text) : undefined));
		unreadable = a === null ? from : b === null ? until : '';
		if (unreadable) return;
		if (a === (start ?? undefined) && b === (end ?? undefined)) {
			slip = null;
			return;
		}
		if (a !== undefined && a !== null && b !== undefined && b !== null) {
			slip = slipOf({ date: typedDate(date), start: a, end: b }, today);
			if (slip && slip.code !== 'date-past') return;
		}
		slip = null;
		oncommit({ start: a ?? null, end: b ?? null });
	}

	function take(meant: Hours) {
		slip = null;
		oncommit({ start: meant.start, end: meant.end });
	}
</script>

<div>
	<div class="flex items-center gap-1.5">
		<input
			bind:this={first}
			bind:value={from}
			class="input w-24 font-display text-title font-semibold"
			aria-label={m.hours_from()}
			autocomplete="off"
			placeholder={m.various()}
			onchange={commit}
			onkeydown={(event) => event.key === 'Enter' && commit()}
		/>
		<span class="quiet" aria-hidden="true">–</span>
		<input
			bind:value={until}
			class="input w-24 font-display text-title font-semibold"
			aria-label={m.hours_to()}
			autocomplete="off"
			placeholder={m.various()}
			onchange={commit}
			onkeydown={(event) => event.key === 'Enter' && commit()}
		/>
	</div>
	{#if unreadable}
		<p class="mt-1 text-small text-error" role="alert">{m.time_unreadable({ text: unreadable })}</p>
	{:else if slip}
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
