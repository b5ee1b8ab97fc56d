<script lang="ts">
	import type { PlaceKind } from '$lib/core/ways-to-meet';
	import { X } from '@lucide/svelte';
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
	const free = $derived(teachers.filter(({ id }) => !seated.has(id)));
	const id = $props.id();
	const without = (one: string) => named.filter((teacher) => teacher.id !== one);
	let picked = $state<string[]>([]);
	/** Those who were found or named one by one. */
	let named = $state.raw<readonly Pick<Teacher, 'id' | 'name' | 'subject'>[]>([]);
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

	function add() {
		const ofNamed = named.map((teacher) =>
			deskOf({ ...teacher, subject: subject.trim() || teacher.subject }),
		);
		const ofPicked = teachers.filter(({ id }) => picked.includes(id)).map(deskOf);
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
			{teachers}
			size=""
			onchoose={(teacher) => (named = [...without(teacher.id), teacher])}
			onnew={(name) => (named = [...named, { id: editor.newTeacher(name), name, subject: '' }])}
		/>
		<span class="quiet mt-1 block text-small">{m.desk_teacher_new()}</span>
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
		<label class="block">
			<span class="mb-1 block font-bold">{m.desk_subject()}</span>
			<input class="input w-full" autocomplete="off" bind:value={subject} />
		</label>
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
