<script lang="ts">
	import type { LocalDate } from '$lib/core/time/local-of';
	import X from '@lucide/svelte/icons/x';
	import type { DeskPlan } from '$lib/core/desks/desk-plan';
	import { m } from '$lib/paraglide/messages';
	import { localDateText } from '../parts/format/when';
	import type { Teacher } from './board-facts';
	import type { DeskEditor } from './desk-editor.svelte';

	/** Who takes somebody's place on a date. The desk and its appointments stay. */
	let {
		editor,
		plan,
		teachers,
	}: { editor: DeskEditor; plan: DeskPlan; teachers: readonly Teacher[] } = $props();

	const dates = $derived([...new Set(editor.sittings(plan).map(({ date }) => date))]);
	const nameOf = (person: string) =>
		teachers.find(({ id }) => id === person)?.name ?? editor.teacherName(person) ?? '';
	const others = $derived(
		teachers.filter(({ id }) => !plan.people.some(({ person }) => person === id)),
	);

	let date = $derived<LocalDate | ''>(dates[0] ?? '');
	let absent = $derived(plan.people[0]?.person ?? '');
	let person = $state('');

	function add() {
		if (!date || !absent || !person) return;
		const rest = plan.substitutes.filter(
			(entry) => !(entry.date === date && entry.absent === absent),
		);
		const substitutes = [...rest, { date, absent, person }];
		editor.change(
			[plan.id],
			(current) => ({ ...current, substitutes }),
			m.said_substitute({ name: nameOf(person) }),
		);
		person = '';
	}
</script>

<details open={plan.substitutes.length > 0}>
	<summary class="cursor-pointer font-bold">{m.substitute_title()}</summary>
	<ul class="text-small">
		{#each plan.substitutes as entry (`${entry.date}${entry.absent}`)}
			<li class="flex items-center gap-2">
				{m.substitute_is({
					date: localDateText(entry.date, 'short'),
					person: nameOf(entry.person),
					absent: nameOf(entry.absent),
				})}
				<button
					type="button"
					class="btn btn-ghost btn-xs"
					aria-label={m.substitute_remove({ name: nameOf(entry.person) })}
					onclick={() =>
						editor.change([plan.id], (current) => ({
							...current,
							substitutes: current.substitutes.filter((other) => other !== entry),
						}))}
				>
					<X size={14} aria-hidden="true" />
				</button>
			</li>
		{/each}
	</ul>
	{#if dates.length && plan.people.length}
		<div class="mt-1 flex flex-col gap-1.5">
			<select class="select select-sm" aria-label={m.hours_date()} bind:value={date}>
				{#each dates as day (day)}<option value={day}>{localDateText(day)}</option>{/each}
			</select>
			{#if plan.people.length > 1}
				<select class="select select-sm" aria-label={m.substitute_absent()} bind:value={absent}>
					{#each plan.people as entry (entry.person)}
						<option value={entry.person}>{nameOf(entry.person)}</option>
					{/each}
				</select>
			{/if}
			<div class="flex gap-1.5">
				<select class="select select-sm flex-1" aria-label={m.substitute_who()} bind:value={person}>
					<option value="">{m.substitute_who()}</option>
					{#each others as teacher (teacher.id)}<option value={teacher.id}>{teacher.name}</option
						>{/each}
				</select>
				<button type="button" class="btn btn-outline btn-sm" onclick={add}>{m.add()}</button>
			</div>
		</div>
	{/if}
</details>
