<script lang="ts">
	import { CalendarDate } from '@internationalized/date';
	import { Calendar } from 'bits-ui';
	import ChevronLeft from '@lucide/svelte/icons/chevron-left';
	import ChevronRight from '@lucide/svelte/icons/chevron-right';
	import { type LocalDate, typedDate } from '$lib/core/time/local-of';
	import { m } from '$lib/paraglide/messages';
	import { formatLocale } from '../format/when';

	/** A month in squares, out of which a day is picked: by the mouse, or by arrow keys and Enter. */
	let {
		label,
		date,
		today,
		least,
		onpick,
	}: {
		label: string;
		/** The day that is set, if there is one. */
		date: LocalDate | null;
		today: LocalDate;
		/** Days before it cannot be picked. */
		least?: LocalDate | undefined;
		onpick: (date: LocalDate) => void;
	} = $props();

	const calendarDate = (date: LocalDate): CalendarDate => {
		const [year, month, day] = date.split('-').map(Number) as [number, number, number];
		return new CalendarDate(year, month, day);
	};
</script>

<Calendar.Root
	type="single"
	class="month"
	calendarLabel={label}
	locale={formatLocale()}
	weekdayFormat="short"
	value={date ? calendarDate(date) : undefined}
	placeholder={calendarDate(date ?? today)}
	minValue={least ? calendarDate(least) : undefined}
	onValueChange={(picked) => {
		// To press the day that is set is to pick it again.
		const day = picked ? typedDate(picked.toString()) : date;
		if (day) onpick(day);
	}}
>
	{#snippet children({ months, weekdays })}
		<Calendar.Header class="mb-1 flex items-center justify-between">
			<Calendar.PrevButton>
				{#snippet child({ props })}
					<button {...props} class="btn btn-ghost btn-sm btn-square" aria-label={m.month_earlier()}>
						<ChevronLeft size={16} class="rtl:rotate-180" aria-hidden="true" />
					</button>
				{/snippet}
			</Calendar.PrevButton>
			<Calendar.Heading class="font-bold" />
			<Calendar.NextButton>
				{#snippet child({ props })}
					<button {...props} class="btn btn-ghost btn-sm btn-square" aria-label={m.month_later()}>
						<ChevronRight size={16} class="rtl:rotate-180" aria-hidden="true" />
					</button>
				{/snippet}
			</Calendar.NextButton>
		</Calendar.Header>
		{#each months as month (month.value.toString())}
			<Calendar.Grid class="border-collapse">
				<Calendar.GridHead>
					<Calendar.GridRow>
						{#each weekdays as weekday (weekday)}
							<Calendar.HeadCell class="quiet h-8 w-10 text-small font-normal">
								{weekday}
							</Calendar.HeadCell>
						{/each}
					</Calendar.GridRow>
				</Calendar.GridHead>
				<Calendar.GridBody>
					{#each month.weeks as week (week[0]?.toString())}
						<Calendar.GridRow>
							{#each week as day (day.toString())}
								<Calendar.Cell date={day} month={month.value} class="p-0">
									<Calendar.Day class="day" />
								</Calendar.Cell>
							{/each}
						</Calendar.GridRow>
					{/each}
				</Calendar.GridBody>
			</Calendar.Grid>
		{/each}
	{/snippet}
</Calendar.Root>

<style>
	:global(.month .day) {
		display: grid;
		place-items: center;
		inline-size: 2.5rem;
		block-size: 2.25rem;
		cursor: pointer;
	}
	:global(.month .day:hover) {
		background: var(--color-base-200);
	}
	:global(.month .day[data-outside-month]) {
		visibility: hidden;
	}
	:global(.month .day[data-today]) {
		text-decoration: underline;
		text-underline-offset: 0.25em;
	}
	:global(.month .day[data-selected]) {
		font-weight: 700;
		color: var(--color-primary-content);
		background: var(--color-primary);
	}
	:global(.month .day[data-disabled]) {
		cursor: auto;
		text-decoration: line-through;
		opacity: 0.5;
	}
</style>
