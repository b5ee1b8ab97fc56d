<script lang="ts">
	import type { enhance as Enhance } from '$app/forms';
	import { untrack } from 'svelte';
	import type { LocalDate } from '$lib/core/time/local-of';
	import { addDays, daysBetween } from '$lib/core/time/local-time';
	import { m } from '$lib/paraglide/messages';
	import DateInput from '../parts/dates/DateInput.svelte';
	import { listText, localDateText } from '../parts/format/when';

	/** An earlier conference as the start of the next: its desks, hours and words on new dates. */
	let {
		earlier,
		today,
		problem,
		enhance,
	}: {
		earlier: {
			readonly id: string;
			readonly name: string;
			readonly dates: readonly LocalDate[];
			/** Who has left since, with their desks. */
			readonly gone: readonly { readonly name: string; readonly desks: readonly string[] }[];
		};
		today: LocalDate;
		problem?: string;
		enhance: typeof Enhance;
	} = $props();

	/** The same days of the week, the first of them in a fortnight or later. */
	const proposed = untrack(() => {
		const [first = today] = earlier.dates;
		const weeks = Math.ceil((daysBetween(first, today) + 14) / 7);
		return earlier.dates.map((date) => addDays(date, Math.max(1, weeks) * 7));
	});
</script>

<form method="post" action="?/copy" class="space-y-5" use:enhance>
	<input type="hidden" name="earlier" value={earlier.id} />
	<label class="block">
		<span class="mb-1 block font-bold">{m.basics_name()}</span>
		<input class="input w-full max-w-lg font-display text-title" name="name" maxlength="80" />
	</label>
	<fieldset>
		<legend class="mb-1 font-bold">{m.copy_dates()}</legend>
		<ul class="space-y-1.5">
			{#each earlier.dates as date, index (date)}
				<li class="flex flex-wrap items-center gap-3">
					<span class="quiet w-56">{localDateText(date)}</span>
					<span aria-hidden="true">→</span>
					<DateInput
						label={m.copy_new_date({ date: localDateText(date) })}
						name="dates[]"
						size="input-sm"
						width="w-52"
						value={proposed[index] ?? ''}
						{today}
						least={today}
					/>
				</li>
			{/each}
		</ul>
		<p class="quiet mt-1 text-small">{m.copy_dates_hint()}</p>
	</fieldset>
	{#if earlier.gone.length}
		<div class="text-small">
			<p class="font-bold text-error">{m.copy_left({ count: earlier.gone.length })}</p>
			<ul>
				{#each earlier.gone as { name, desks } (name)}<li>{name}: {listText(desks)}</li>{/each}
			</ul>
		</div>
	{/if}
	{#if problem}<p class="text-error" role="alert">{problem}</p>{/if}
	<button class="btn btn-primary">{m.new_go()}</button>
</form>
