<script lang="ts">
	import type { LocalDate } from '$lib/core/time/local-of';
	import type { FamilyProjection, ShownWish } from '$lib/core/visits/family-projection';
	import { m } from '$lib/paraglide/messages';
	import TimeInput from '../parts/dates/TimeInput.svelte';
	import { localDateText } from '../parts/format/when';
	import type { DayBounds } from '../visits/windows';
	import { teacherOf } from '../visits/words';

	/** What a caller says: whom to see, who comes, on which date, not before and away by. */
	let {
		view,
		wishes,
		dates,
		onremove,
		unticked = $bindable(),
		adults = $bindable(),
		bounds = $bindable(),
		date = $bindable(),
	}: {
		view: FamilyProjection;
		wishes: readonly ShownWish[];
		dates: readonly LocalDate[];
		/** Takes off what the office added. */
		onremove: (wish: ShownWish) => void;
		/** Ids of wishes that are left out. */
		unticked: readonly string[];
		/** Ids of the adults who come; none: all. */
		adults: readonly string[];
		bounds: DayBounds;
		/** One of the dates; empty: any. */
		date: string;
	} = $props();

	const id = $props.id();
	const without = (list: readonly string[], one: string) => list.filter((other) => other !== one);

	const toggleWish = (wish: string) =>
		(unticked = unticked.includes(wish) ? without(unticked, wish) : [...unticked, wish]);

	/** Whoever is unticked first leaves all others. */
	function toggleAdult(adult: string) {
		const coming = adults.length ? adults : view.adults.map((one) => one.id);
		const next = coming.includes(adult) ? without(coming, adult) : [...coming, adult];
		adults = next.length === view.adults.length ? [] : next;
	}
</script>

<div class="mb-4 no-print">
	<div class="columns mb-3">
		{#each view.students.filter( ({ id }) => wishes.some(({ student }) => student === id) ) as student (student.id)}
			<fieldset class="text-small">
				<legend class="font-bold">{student.name}</legend>
				{#each wishes.filter((wish) => wish.student === student.id) as wish (wish.id)}
					{@const desk = teacherOf(view, wish.id)}
					<div class="flex min-h-6 items-center gap-2">
						<label class="flex items-center gap-2">
							<input
								type="checkbox"
								class="checkbox checkbox-xs"
								checked={!unticked.includes(wish.id)}
								onchange={() => toggleWish(wish.id)}
							/>
							<span>
								{desk?.name}
								<span class="quiet">{desk?.subject}</span>
							</span>
						</label>
						{#if wish.askedBy === 'office'}
							<button
								type="button"
								class="link"
								aria-label={m.meet_also_remove_of({ teacher: desk?.name ?? '' })}
								onclick={() => onremove(wish)}>{m.meet_also_remove()}</button
							>
						{/if}
					</div>
				{/each}
			</fieldset>
		{/each}
	</div>
	<div class="flex flex-wrap content-start items-end gap-x-4 gap-y-2">
		{#if dates.length > 1}
			<label>
				<span class="block text-small">{m.sheet_date()}</span>
				<select class="select select-sm" bind:value={date}>
					<option value="">{m.sheet_any_date()}</option>
					{#each dates as day (day)}<option value={day}>{localDateText(day)}</option>{/each}
				</select>
			</label>
		{/if}
		<label>
			<span class="block text-small">{m.when_from()}</span>
			<TimeInput
				value={bounds.from}
				label={m.when_from()}
				isLabelled
				look="input-sm w-24"
				oncommit={(from) => (bounds = { ...bounds, from })}
			/>
		</label>
		<label>
			<span class="block text-small">{m.when_until()}</span>
			<TimeInput
				value={bounds.until}
				label={m.when_until()}
				isLabelled
				look="input-sm w-24"
				oncommit={(until) => (bounds = { ...bounds, until })}
			/>
		</label>
		{#if view.adults.length > 1}
			<fieldset>
				<legend class="text-small">{m.sheet_who_comes()}</legend>
				<div class="flex flex-wrap gap-x-4">
					{#each view.adults as adult, index (adult.id)}
						<label class="flex min-h-8 items-center gap-2">
							<input
								type="checkbox"
								class="checkbox checkbox-sm"
								name="{id}-adult"
								checked={adults.length === 0 || adults.includes(adult.id)}
								onchange={() => toggleAdult(adult.id)}
							/>
							{adult.name || m.sheet_adult({ number: index + 1 })}
						</label>
					{/each}
				</div>
			</fieldset>
		{/if}
	</div>
</div>

<style>
	.columns {
		display: grid;
		grid-template-columns: repeat(auto-fit, minmax(14rem, 1fr));
		gap: 0.5rem 1.5rem;
	}
</style>
