<script lang="ts">
	import Repeat from '@lucide/svelte/icons/repeat';
	import Trash2 from '@lucide/svelte/icons/trash';
	import { followConference, placesOf } from '$lib/core/desks/edit-plan';
	import type { DeskPlan } from '$lib/core/desks/desk-plan';
	import type { LocalDate } from '$lib/core/time/local-of';
	import { addDays, weekday } from '$lib/core/time/local-time';
	import { m } from '$lib/paraglide/messages';
	import CopyLink from '../parts/CopyLink.svelte';
	import type { Teacher } from './board-facts';
	import type { DeskEditor } from './desk-editor.svelte';
	import DeskRulesField from './DeskRulesField.svelte';
	import PeopleField from './PeopleField.svelte';
	import SubstitutesField from './SubstitutesField.svelte';
	import WeeklyField from '../parts/forms/WeeklyField.svelte';

	/** One desk: what it is called, who receives, what comes again every week. */
	let {
		editor,
		plan,
		teachers,
		today,
		teacherPage,
	}: {
		editor: DeskEditor;
		plan: DeskPlan;
		teachers: readonly Teacher[];
		today: LocalDate;
		/** The address of a teacher's page in the register. */
		teacherPage: (id: string) => string;
	} = $props();

	const people = $derived(
		plan.people.flatMap(({ person }) => teachers.filter(({ id }) => id === person)),
	);
	const weekly = $derived(plan.series.filter(({ when }) => when.kind === 'weekly'));
	const isFollowing = $derived(
		plan.series.length === 1 &&
			plan.series.every(
				({ when }) => when.kind === 'conference' && when.only === null && when.except.length === 0,
			),
	);

	const set = (change: Partial<DeskPlan>) =>
		editor.change([plan.id], (current) => ({ ...current, ...change }), m.said_set());

	function addWeekly() {
		const from = editor.dates[0] ?? today;
		const model = plan.series[0];
		set({
			series: [
				...plan.series,
				{
					id: editor.tools.newId(),
					when: {
						kind: 'weekly',
						start: 8 * 60,
						end: 9 * 60,
						from,
						until: addDays(from, 7 * 12),
						weekdays: [weekday(from)],
						everyWeeks: 1,
						except: [],
					},
					breaks: [],
					division: model?.division ?? null,
					seats: 1,
					places: placesOf(plan),
				},
			],
		});
	}

	function remove() {
		editor.apply([[plan.id, null]], m.said_removed());
		editor.pickNothing();
	}
</script>

<div class="space-y-5">
	<header class="space-y-1.5">
		<input
			class="input w-full font-display text-title font-semibold"
			aria-label={m.desk_name()}
			value={plan.name}
			onchange={({ currentTarget }) =>
				currentTarget.value.trim() && set({ name: currentTarget.value })}
		/>
		<input
			class="input input-sm w-full"
			aria-label={m.desk_subject()}
			placeholder={m.desk_subject()}
			value={plan.subject}
			onchange={({ currentTarget }) => set({ subject: currentTarget.value.trim() })}
		/>
	</header>
	<PeopleField {editor} {plan} {teachers} />
	<label class="block text-small">
		<span class="mb-1 block font-bold">{m.desk_words()}</span>
		<textarea
			class="textarea textarea-sm w-full"
			rows="3"
			maxlength="1000"
			placeholder={m.desk_words_example()}
			value={plan.words}
			onchange={({ currentTarget }) => set({ words: currentTarget.value.trim() })}></textarea>
	</label>
	<DeskRulesField
		rules={[plan.rules]}
		isGroup={plan.series.some(({ seats }) => seats > 1)}
		oncommit={(changed) => set({ rules: { ...plan.rules, ...changed } })}
	/>
	<label class="flex items-start gap-2 text-small">
		<input
			type="checkbox"
			class="checkbox checkbox-sm"
			checked={plan.forAll}
			onchange={({ currentTarget }) => set({ forAll: currentTarget.checked })}
		/>
		{m.desk_for_all()}
	</label>
	<label class="flex items-start gap-2 text-small">
		<input
			type="checkbox"
			class="checkbox checkbox-sm"
			checked={!plan.isListed}
			onchange={({ currentTarget }) => set({ isListed: !currentTarget.checked })}
		/>
		{m.desk_by_link()}
	</label>

	<section>
		<h3 class="mb-1 font-bold">{m.desk_hours()}</h3>
		{#if isFollowing}
			<p class="quiet text-small">{m.desk_follows()}</p>
		{:else}
			<button
				type="button"
				class="link text-small"
				onclick={() =>
					editor.change(
						[plan.id],
						(current) => followConference(current, editor.tools),
						m.said_set(),
					)}
			>
				{m.desk_follow_again()}
			</button>
		{/if}
		{#each weekly as series (series.id)}
			{#if series.when.kind === 'weekly'}
				<div class="mt-2 border-t border-base-300 pt-2">
					<WeeklyField
						weekly={series.when}
						division={series.division ?? editor.hours.division}
						{today}
						oncommit={(when) =>
							set({
								series: plan.series.map((entry) =>
									entry.id === series.id ? { ...entry, when: { kind: 'weekly', ...when } } : entry,
								),
							})}
					/>
					<button
						type="button"
						class="link text-small text-error"
						onclick={() => set({ series: plan.series.filter(({ id }) => id !== series.id) })}
					>
						{m.weekly_remove_all()}
					</button>
				</div>
			{/if}
		{/each}
		<button type="button" class="btn btn-outline btn-sm mt-2" onclick={addWeekly}>
			<Repeat size={14} aria-hidden="true" />
			{m.weekly_add()}
		</button>
	</section>

	<SubstitutesField {editor} {plan} {teachers} />

	{#if people.length}
		<section>
			<h3 class="mb-1 font-bold">{m.desk_of_teacher()}</h3>
			<ul class="text-small">
				{#each people as { id, name, ownLink } (id)}
					<li class="flex flex-wrap items-center gap-2">
						<a class="link" href={teacherPage(id)}>{m.desk_calendars_of({ name })}</a>
						{#if ownLink}<CopyLink link={ownLink} {name} />{/if}
					</li>
				{/each}
			</ul>
		</section>
	{/if}

	<button type="button" class="btn btn-ghost btn-sm text-error" onclick={remove}>
		<Trash2 size={14} aria-hidden="true" />
		{m.desk_remove()}
	</button>
</div>
