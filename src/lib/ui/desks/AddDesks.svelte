<script lang="ts">
	import type { PlaceKind } from '$lib/core/desks/desk-plan';
	import { newDesk, usualPlacesOf } from '$lib/core/desks/new-desk';
	import { m } from '$lib/paraglide/messages';
	import type { Teacher } from './board-facts';
	import type { DeskEditor } from './desk-editor.svelte';

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
	let picked = $state<string[]>([]);
	let typed = $state('');
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
		const name = typed.trim();
		const known = teachers.find((teacher) => teacher.name.toLowerCase() === name.toLowerCase());
		const plans = [
			...teachers.filter(({ id }) => picked.includes(id)),
			...(name ? [known ?? { id: editor.newTeacher(name), name, subject: '' }] : []),
		].map((teacher) =>
			deskOf({ ...teacher, subject: name && subject.trim() ? subject.trim() : teacher.subject }),
		);
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
	<label class="block">
		<span class="mb-1 block font-bold">{m.desk_teacher()}</span>
		<input class="input w-full" list="all-teachers" autocomplete="off" bind:value={typed} />
		<span class="quiet mt-1 block text-small">{m.desk_teacher_new()}</span>
	</label>
	<datalist id="all-teachers">
		{#each teachers as teacher (teacher.id)}<option value={teacher.name}></option>{/each}
	</datalist>
	{#if typed.trim()}
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
