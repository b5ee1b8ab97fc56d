<script lang="ts">
	import Plus from '@lucide/svelte/icons/plus';
	import X from '@lucide/svelte/icons/x';
	import { faultsOfHours, type Hours } from '$lib/core/slots/hours';
	import { countSlots, slotGrid, type Division } from '$lib/core/slots/slot-grid';
	import { slipOf } from '$lib/core/slots/typed-hours';
	import type { LocalDate } from '$lib/core/time/local-of';
	import { addDays, isLocalDate } from '$lib/core/time/local-time';
	import { m } from '$lib/paraglide/messages';
	import { formatTimeOfDay } from '$lib/core/time/typed-time';
	import { completeHours, hoursFaultText, type HoursRow } from './hours-rows';
	import { slipText } from './slip-text';
	import DateInput from '../dates/DateInput.svelte';
	import TimeInput from '../dates/TimeInput.svelte';

	/** Dates and stretches, with the number of slots counted while typing. */
	let {
		rows,
		division,
		zone,
		today,
		onchange,
	}: {
		rows: readonly HoursRow[];
		division: Division;
		zone: string;
		today: LocalDate;
		onchange: (rows: readonly HoursRow[]) => void;
	} = $props();

	const set = (index: number, typed: Partial<HoursRow>) =>
		onchange(rows.map((row, at) => (at === index ? { ...row, ...typed } : row)));

	const isDivisible = $derived(
		Number.isInteger(division.slotMinutes) && division.slotMinutes > 0 && division.gapMinutes >= 0,
	);
	const faults = $derived.by(() => {
		const whole = completeHours(rows);
		if (!isDivisible) return new Map<HoursRow, string>();
		const order = rows.filter((row) => completeHours([row]).length);
		return new Map(
			faultsOfHours(whole, division, zone).map(({ index, code }) => [
				order[index]!,
				hoursFaultText(code),
			]),
		);
	});
	const total = $derived(
		isDivisible && faults.size === 0 ? countSlots(completeHours(rows), division).slots : null,
	);
	const gridOf = (row: HoursRow) => {
		const [hours] = completeHours([row]);
		return hours && isDivisible && hours.end > hours.start ? slotGrid(hours, division) : null;
	};
	const slipIn = (row: HoursRow) => {
		const [hours] = completeHours([row]);
		return hours ? slipOf(hours, today) : null;
	};
	const hoursText = ({ start, end }: Hours) => `${formatTimeOfDay(start)}–${formatTimeOfDay(end)}`;

	function add() {
		const last = rows.at(-1);
		onchange([
			...rows,
			last && isLocalDate(last.date)
				? { date: addDays(last.date, 1), start: last.start, end: last.end }
				: { date: addDays(today, 14), start: 15 * 60 + 30, end: 19 * 60 + 30 },
		]);
	}
</script>

<div class="space-y-2">
	{#each rows as row, index (index)}
		{@const grid = gridOf(row)}
		{@const fault = faults.get(row)}
		{@const slip = slipIn(row)}
		<div>
			<div class="flex flex-wrap items-baseline gap-2">
				<DateInput
					label={m.hours_date()}
					value={row.date}
					invalid={!!fault}
					isRequired
					{today}
					oncommit={(date) => set(index, { date: date ?? '' })}
				/>
				<TimeInput
					bind:value={() => row.start, (start) => set(index, { start })}
					label={m.hours_from()}
					invalid={!!fault}
				/>
				<span class="quiet" aria-hidden="true">–</span>
				<TimeInput
					bind:value={() => row.end, (end) => set(index, { end })}
					label={m.hours_to()}
					invalid={!!fault}
				/>
				<span class="quiet min-w-44 text-small" aria-live="polite">
					{#if grid && grid.remainder > 0}
						{m.hours_count_remainder({ slots: grid.slots.length, minutes: grid.remainder })}
					{:else if grid}
						{m.hours_count({ slots: grid.slots.length })}
					{/if}
				</span>
				<button
					type="button"
					class="btn btn-ghost btn-sm mt-1 self-start"
					aria-label={m.hours_remove()}
					onclick={() => onchange(rows.toSpliced(index, 1))}
				>
					<X size={16} aria-hidden="true" />
				</button>
			</div>
			{#if slip || fault}
				<p class="text-small text-error" role="alert">
					{fault ?? (slip && slipText(slip.code))}
					{#if slip?.meant}
						{@const { start, end } = slip.meant}
						<button type="button" class="link" onclick={() => set(index, { start, end })}>
							{m.slip_meant({ hours: hoursText(slip.meant) })}
						</button>
					{/if}
				</p>
			{/if}
		</div>
	{/each}
</div>
<div class="mt-3 flex items-center gap-4">
	<button type="button" class="btn btn-outline btn-sm" onclick={add}>
		<Plus size={16} aria-hidden="true" />
		{m.hours_add()}
	</button>
	{#if total !== null && rows.length > 0}
		<output class="font-bold">{m.hours_total({ slots: total })}</output>
	{/if}
</div>
