<script lang="ts">
	import type { WeeklyHours } from '$lib/core/desks/desk-plan';
	import { datesOfWeekly } from '$lib/core/repeats/recurrence';
	import { countSlots, type Division } from '$lib/core/slots/slot-grid';
	import type { LocalDate } from '$lib/core/time/local-of';
	import { addDays, weekday } from '$lib/core/time/local-time';
	import { m } from '$lib/paraglide/messages';
	import { localDateText, weekdayText } from '../format/when';
	import DateInput from '../dates/DateInput.svelte';
	import NumberField from './NumberField.svelte';
	import StretchField from '../../desks/StretchField.svelte';

	/** Hours that come again every week, until a date, with dates left out. */
	let {
		weekly,
		division,
		today,
		oncommit,
	}: {
		weekly: WeeklyHours;
		division: Division;
		today: LocalDate;
		oncommit: (weekly: WeeklyHours) => void;
	} = $props();

	const id = $props.id();
	const dates = $derived(datesOfWeekly(weekly));
	const counted = $derived(
		countSlots(
			dates.map(() => ({ start: weekly.start, end: weekly.end })),
			division,
		),
	);
	const all = $derived([...dates, ...weekly.except].sort());
	/** A Monday, to name the days by. */
	const monday = $derived(addDays(today, 1 - weekday(today)));
	const toggled = <T,>(list: readonly T[], entry: T): T[] =>
		list.includes(entry) ? list.filter((other) => other !== entry) : [...list, entry].sort();
</script>

{#snippet end(
	which: 'from' | 'until',
	label: string,
	value: LocalDate,
	least: LocalDate | undefined,
	changed: (date: LocalDate) => WeeklyHours,
)}
	<span class="flex items-baseline gap-1.5">
		<label class="quiet" for="{id}-{which}">{label}</label>
		<DateInput
			{label}
			isLabelled
			id="{id}-{which}"
			size="input-sm"
			width="w-52"
			isRequired
			{value}
			{today}
			{least}
			oncommit={(date) => date && oncommit(changed(date))}
		/>
	</span>
{/snippet}

<div class="space-y-2">
	<div class="flex flex-wrap items-center gap-1.5">
		{#each [1, 2, 3, 4, 5, 6, 7] as day (day)}
			<label class="day">
				<input
					type="checkbox"
					class="sr-only"
					checked={weekly.weekdays.includes(day)}
					onchange={() => {
						const weekdays = toggled(weekly.weekdays, day);
						if (weekdays.length) oncommit({ ...weekly, weekdays });
					}}
				/>
				<span>{weekdayText(addDays(monday, day - 1))}</span>
			</label>
		{/each}
	</div>
	<StretchField
		date=""
		start={weekly.start}
		end={weekly.end}
		{today}
		oncommit={({ start, end }) =>
			oncommit({ ...weekly, start: start ?? weekly.start, end: end ?? weekly.end })}
	/>
	<div class="flex flex-wrap items-center gap-2 text-small">
		{@render end('from', m.weekly_from(), weekly.from, undefined, (from) => ({ ...weekly, from }))}
		{@render end('until', m.weekly_until(), weekly.until, weekly.from, (until) => ({
			...weekly,
			until,
		}))}
		<NumberField
			label={m.weekly_every()}
			value={weekly.everyWeeks}
			min={1}
			max={8}
			unit={m.weekly_weeks()}
			oncommit={(everyWeeks) => oncommit({ ...weekly, everyWeeks })}
		/>
	</div>
	<p class="quiet text-small">{m.weekly_count({ dates: dates.length, slots: counted.slots })}</p>
	<details>
		<summary class="cursor-pointer text-small">
			{weekly.except.length
				? m.weekly_left_out({ count: weekly.except.length })
				: m.weekly_leave_out()}
		</summary>
		<div class="mt-1 flex flex-wrap gap-1">
			{#each all as date (date)}
				<button
					type="button"
					class="btn btn-xs {weekly.except.includes(date)
						? 'btn-ghost line-through'
						: 'btn-outline'}"
					aria-pressed={weekly.except.includes(date)}
					onclick={() => oncommit({ ...weekly, except: toggled(weekly.except, date) })}
				>
					{localDateText(date, 'short')}
				</button>
			{/each}
		</div>
	</details>
</div>

<style>
	.day span {
		display: inline-block;
		padding: 0.125rem 0.5rem;
		border: 1px solid var(--color-accent);
		border-radius: var(--radius-field);
		font-size: var(--text-small);
		cursor: pointer;
	}
	.day input:checked + span {
		color: var(--color-primary-content);
		background: var(--color-primary);
		border-color: var(--color-primary);
	}
	.day input:focus-visible + span {
		outline: 2px solid var(--color-base-content);
		outline-offset: 2px;
	}
</style>
