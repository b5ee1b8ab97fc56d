<script lang="ts">
	import type { PlaceKind } from '$lib/core/ways-to-meet';
	import X from '@lucide/svelte/icons/x';
	import { newDesk, usualPlacesOf } from '$lib/core/desks/new-desk';
	import { m } from '$lib/paraglide/messages';
	import type { Teacher } from './board-facts';
	import type { DeskEditor } from './desk-editor.svelte';
	import TeacherField from './TeacherField.svelte';

	/** New desks: one for each teacher picked, or for a name typed, in the conference's hours. */
	let {
		editor,
		teachers,
		usualPlace,
		onclose,
	}: {
		editor: DeskEditor;
		teachers: readonly Teacher[];
		usualPlace: PlaceKind;
		onclose: () => void;
	} = $props();

	const seated = $derived(
		new Set(editor.plans.flatMap(({ people }) => people.map(({ person }) => person))),
	);
	const free = $derived(
		teachers.filter(({ id }) => !seated.has(id) && !named.some((other) => other.id === id)),
	);
	const id = $props.id();
	let typed = $state('');
	/** A name was typed, and none chosen: which one is meant is not guessed. */
	let hasTyped = $state(false);
	const without = (one: string) => named.filter((teacher) => teacher.id !== one);
	let picked = $state<string[]>([]);
	/** Those who were found or named one by one. */
	let named = $state.raw<readonly Pick<Teacher, 'id' | 'name' | 'subject'>[]>([]);
	/** A subject is asked for where it is clear whose it is. */
	const isOne = $derived(named.length === 1);
	let subject = $state('');

	const deskOf = (teacher: Pick<Teacher, 'id' | 'name' | 'subject'> & Partial<Teacher>) =>
		newDesk(
			{
				id: editor.tools.newId(),
				name: teacher.name,
				subject: teacher.subject,
				people: [{ person: teacher.id, role: 'all' }],
				places: usualPlacesOf(
					{ room: '', building: '', link: '', telephone: '', pin: '', ...teacher },
					usualPlace,
				),
			},
			editor.tools.newId(),
		);

	function take(teacher: Pick<Teacher, 'id' | 'name' | 'subject'>) {
		hasTyped = false;
		named = [...without(teacher.id), teacher];
	}

	function add() {
		hasTyped = typed.trim() !== '';
		if (hasTyped) return;
		const ofNamed = named.map((teacher) =>
			deskOf({ ...teacher, subject: (isOne && subject.trim()) || teacher.subject }),
		);
		const ofPicked = free.filter(({ id }) => picked.includes(id)).map(deskOf);
		const plans = [...ofNamed, ...ofPicked];
		if (plans.length === 0) return;
		editor.apply(
			plans.map((plan) => [plan.id, plan]),
			m.said_desks_added({ count: plans.length }),
		);
		onclose();
		editor.pickDesk(plans[0]!.id);
	}
</script>

<form
	class="space-y-4"
	onsubmit={(event) => {
		event.preventDefault();
		add();
	}}
>
	<h2 class="text-title">{m.desk_add()}</h2>
	<div>
		<label class="mb-1 block font-bold" for="{id}-teacher">{m.desk_teacher()}</label>
		<TeacherField
			label={m.desk_teacher()}
			id="{id}-teacher"
			bind:text={typed}
			{teachers}
			size=""
			onchoose={take}
			onnew={(name) => take({ id: editor.newTeacher(name), name, subject: '' })}
		/>
		<span class="quiet mt-1 block text-small">{m.desk_teacher_new()}</span>
		{#if hasTyped}<p class="text-small text-error" role="alert">{m.desk_teacher_choose()}</p>{/if}
	</div>
	{#if named.length}
		<ul>
			{#each named as { id, name } (id)}
				<li class="flex items-center gap-2">
					{name}
					<button
						type="button"
						class="btn btn-ghost btn-xs"
						aria-label={m.desk_person_remove({ name })}
						onclick={() => (named = without(id))}
					>
						<X size={14} aria-hidden="true" />
					</button>
				</li>
			{/each}
		</ul>
		{#if isOne}
			<label class="block">
				<span class="mb-1 block font-bold">{m.desk_subject()}</span>
				<input class="input w-full" autocomplete="off" bind:value={subject} />
			</label>
		{/if}
	{/if}
	{#if free.length}
		<fieldset>
			<legend class="mb-1 font-bold">{m.desks_teachers_without({ count: free.length })}</legend>
			<button
				type="button"
				class="link mb-1 text-small"
				onclick={() => (picked = picked.length === free.length ? [] : free.map(({ id }) => id))}
			>
				{m.desks_pick_all()}
			</button>
			<div class="max-h-72 overflow-y-auto">
				{#each free as teacher (teacher.id)}
					<label class="flex items-center gap-2 py-0.5">
						<input
							type="checkbox"
							class="checkbox checkbox-sm"
							value={teacher.id}
							bind:group={picked}
						/>
						{teacher.name}
						<span class="quiet text-small">{teacher.subject}</span>
					</label>
				{/each}
			</div>
		</fieldset>
	{/if}
	<div class="flex gap-2">
		<button class="btn btn-primary btn-sm">{m.desks_add_go()}</button>
		<button type="button" class="btn btn-ghost btn-sm" onclick={onclose}>{m.cancel()}</button>
	</div>
</form>
