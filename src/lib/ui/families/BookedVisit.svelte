<script lang="ts">
	import { tick } from 'svelte';
	import type { FamilyProjection, ShownAppointment } from '$lib/core/visits/family-projection';
	import { movesOf, type Move } from '$lib/core/visits/moves';
	import { otherModes } from '$lib/core/visits/other-modes';
	import { MINUTE } from '$lib/core/time/local-of';
	import { m } from '$lib/paraglide/messages';
	import type { Clock } from '../visits/clock';
	import { localDateText, momentText, timeText } from '../parts/format/when';
	import { bookedEntries } from '../visits/ribbon-entry';
	import { visitAloud } from './aloud';
	import type { OfficeVisit } from './office-visit.svelte';
	import OtherModes from './OtherModes.svelte';

	/** What a family has booked: each line can be moved, held otherwise, cancelled, or found on the floor. */
	let {
		view,
		visit,
		clock,
		seatHref,
	}: {
		view: FamilyProjection;
		visit: OfficeVisit;
		clock: Clock;
		/** Where a slot is on the floor. */
		seatHref: (slot: string, date: string) => string;
	} = $props();

	/** So many times are offered at first. */
	const FEW = 6;

	const zone = $derived(view.conference.timeZone);
	const entries = $derived(bookedEntries(view));
	const aloud = $derived(visitAloud(entries, zone));
	/** The appointment that the letters are about, and the one that is being moved. */
	let picked = $state('');
	let moving = $state('');
	let showsAll = $state(false);
	let times = $state<HTMLElement>();
	const current = $derived(
		view.appointments.find(({ id }) => id === picked) ?? view.appointments[0],
	);
	const moved = $derived(view.appointments.find(({ id }) => id === moving));
	const moves = $derived(moved ? movesOf(view, moved, clock.now()) : []);

	function moveText({ to, also }: Move): string {
		const time = momentText(to.slot.start * MINUTE, zone);
		if (also.length === 0) return time;
		const [{ appointment, to: other }] = also as [Move['also'][number]];
		const entry = entries.find(({ id }) => id === appointment);
		const otherTime = momentText(other.slot.start * MINUTE, zone);
		return m.caller_move_with({ time, teacher: entry?.desk ?? '', otherTime });
	}

	const firstSlot = ({ slots }: ShownAppointment): string => slots[0]!;

	async function take(appointment: ShownAppointment, move: Move) {
		if (await visit.move(appointment, move)) moving = '';
	}

	/** Opens or closes the other times of the appointment that the letters are about. */
	export function startMove(): void {
		if (!current) return;
		moving = moving === current.id ? '' : current.id;
		showsAll = false;
		void tick().then(() => times?.querySelector('button')?.focus());
	}

	/** Cancels the appointment that the letters are about. */
	export function cancel(): void {
		if (current) void visit.cancel([current.id]);
	}

	/** Cancels the whole visit. */
	const cancelAll = () => visit.cancel(view.appointments.map(({ id }) => id));
</script>

<ol class="border-t border-base-300">
	{#each entries as entry, index (entry.id)}
		{@const appointment = view.appointments.find(({ id }) => id === entry.id)!}
		{#if index === 0 || entries[index - 1]!.date !== entry.date}
			<li class="py-2 font-bold">{localDateText(entry.date)}</li>
		{/if}
		<li
			class="border-b border-base-300 py-2"
			class:picked={current?.id === entry.id}
			onfocusin={() => (picked = entry.id)}
		>
			<div class="flex flex-wrap items-baseline gap-x-4 gap-y-1">
				<strong class="w-18 font-display text-title">{timeText(entry.start, zone)}</strong>
				<span class="grow">
					<span class="font-bold">{entry.desk}</span>
					<span class="quiet">{[entry.subject, entry.place].filter(Boolean).join(' · ')}</span>
					<span class="quiet block text-small">{entry.students}</span>
					{#if entry.isAsked}<span class="block text-small font-bold">{m.seat_asked()}</span>{/if}
					{#if appointment.interpreter}
						<span class="block text-small">
							{m.fact_interpreter({ name: appointment.interpreter })}
						</span>
					{/if}
				</span>
				<span class="flex flex-wrap gap-2 no-print">
					<button
						type="button"
						class="btn btn-outline btn-sm"
						aria-expanded={moving === entry.id}
						onclick={() => {
							picked = entry.id;
							startMove();
						}}
					>
						{m.caller_move()}
						<kbd class="kbd kbd-xs" aria-hidden="true">M</kbd>
					</button>
					<OtherModes
						modes={otherModes(view, appointment)}
						isBusy={visit.act.isBusy}
						onpick={(mode) => visit.meetBy(appointment, mode)}
					/>
					<button
						type="button"
						class="btn btn-outline btn-sm"
						disabled={visit.act.isBusy}
						onclick={() => visit.cancel([entry.id])}
					>
						{m.caller_cancel()}
						<kbd class="kbd kbd-xs" aria-hidden="true">C</kbd>
					</button>
					<a class="btn btn-ghost btn-sm" href={seatHref(firstSlot(appointment), entry.date)}>
						{m.caller_on_floor()}
					</a>
				</span>
			</div>
			{#if moving === entry.id}
				{#if moves.length}
					<div class="mt-2 flex flex-wrap gap-2" bind:this={times}>
						{#each showsAll ? moves : moves.slice(0, FEW) as move (move.to.slot.id)}
							<button
								type="button"
								class="btn btn-sm {move.also.length ? 'btn-outline' : 'btn-primary'}"
								disabled={visit.act.isBusy}
								onclick={() => take(appointment, move)}>{moveText(move)}</button
							>
						{/each}
						{#if !showsAll && moves.length > FEW}
							<button type="button" class="btn btn-ghost btn-sm" onclick={() => (showsAll = true)}>
								{m.caller_more_times({ count: moves.length - FEW })}
							</button>
						{/if}
					</div>
				{:else}
					<p class="mt-2">{m.move_none({ teacher: entry.desk })}</p>
				{/if}
			{/if}
		</li>
	{/each}
</ol>
{#if entries.length > 1}
	<div class="mt-3 no-print">
		<button
			type="button"
			class="btn btn-ghost btn-sm"
			disabled={visit.act.isBusy}
			onclick={cancelAll}>{m.caller_cancel_all({ count: entries.length })}</button
		>
	</div>
{/if}
<details class="mt-3">
	<summary class="cursor-pointer">{m.caller_aloud()}</summary>
	<ol class="mt-1 space-y-1">
		{#each aloud as line, index (entries[index]!.id)}<li>{line}</li>{/each}
	</ol>
</details>

<style>
	.picked {
		background: color-mix(in oklab, var(--color-accent) 12%, transparent);
	}
</style>
