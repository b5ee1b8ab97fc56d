<script lang="ts">
	import X from '@lucide/svelte/icons/x';
	import type { DeskPerson, DeskPlan } from '$lib/core/desks/desk-plan';
	import { m } from '$lib/paraglide/messages';
	import { listText } from '../parts/format/when';
	import type { Teacher } from './board-facts';
	import type { DeskEditor } from './desk-editor.svelte';
	import TeacherField from './TeacherField.svelte';

	/** Who receives at a desk: one, several together, or any one of a pool. */
	let {
		editor,
		plan,
		teachers,
	}: { editor: DeskEditor; plan: DeskPlan; teachers: readonly Teacher[] } = $props();

	const id = $props.id();

	const isPool = $derived(plan.people.some(({ role }) => role === 'any'));
	const nameOf = (person: string) =>
		teachers.find((teacher) => teacher.id === person)?.name ??
		editor.teacherName(person) ??
		m.person_left();

	/** A desk that bears its people's names goes on bearing them. */
	function set(people: readonly DeskPerson[]) {
		const before = listText(plan.people.map(({ person }) => nameOf(person)));
		const after = listText(people.map(({ person }) => nameOf(person)));
		const bearsNames = plan.name === before || plan.name.trim() === '';
		editor.change(
			[plan.id],
			(current) => ({ ...current, people, name: bearsNames && after ? after : current.name }),
			m.said_set(),
		);
	}

	function add(person: string) {
		if (plan.people.some((entry) => entry.person === person)) return;
		set([...plan.people, { person, role: isPool ? 'any' : 'all' }]);
	}
</script>

<fieldset>
	<legend class="mb-1 font-bold">{m.desk_people()}</legend>
	<ul>
		{#each plan.people as { person } (person)}
			<li class="flex items-center gap-2">
				{nameOf(person)}
				<button
					type="button"
					class="btn btn-ghost btn-xs"
					aria-label={m.desk_person_remove({ name: nameOf(person) })}
					onclick={() => set(plan.people.filter((entry) => entry.person !== person))}
				>
					<X size={14} aria-hidden="true" />
				</button>
			</li>
		{/each}
	</ul>
	<div class="mt-1">
		<TeacherField
			label={m.desk_person_add()}
			{teachers}
			onchoose={({ id }) => add(id)}
			onnew={(name) => add(editor.newTeacher(name))}
		/>
	</div>
	{#if plan.people.length > 1}
		<div class="mt-2 space-y-1 text-small">
			{#each [false, true] as pool (pool)}
				<label class="flex items-center gap-2">
					<input
						type="radio"
						class="radio radio-xs"
						name="{id}-together"
						checked={isPool === pool}
						onchange={() =>
							set(plan.people.map(({ person }) => ({ person, role: pool ? 'any' : 'all' })))}
					/>
					{pool ? m.desk_any() : m.desk_together()}
				</label>
			{/each}
			{#if isPool}
				<label class="flex items-center gap-2">
					<input
						type="checkbox"
						class="checkbox checkbox-xs"
						checked={plan.familyPicks}
						onchange={(event) => {
							const familyPicks = event.currentTarget.checked;
							editor.change([plan.id], (current) => ({ ...current, familyPicks }));
						}}
					/>
					{m.desk_family_picks()}
				</label>
			{/if}
		</div>
	{/if}
</fieldset>
