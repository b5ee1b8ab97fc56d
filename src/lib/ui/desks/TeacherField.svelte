<script lang="ts">
	import { plainText } from '$lib/core/register/plain-text';
	import { m } from '$lib/paraglide/messages';
	import ChooseOne from '../parts/choosing/ChooseOne.svelte';
	import type { Teacher } from './board-facts';

	/** A teacher out of all, namesakes told apart by what they teach and where, or one by a new name. */
	let {
		label,
		id,
		text = $bindable(''),
		teachers,
		onchoose,
		onnew,
		size,
	}: {
		label: string;
		id?: string;
		text?: string;
		teachers: readonly Teacher[];
		onchoose: (teacher: Teacher) => void;
		/** Told the name of somebody whom the school does not know. */
		onnew: (name: string) => void;
		size?: string;
	} = $props();

	interface Line {
		readonly id: string;
		readonly name: string;
		readonly about: string;
		readonly teacher: Teacher | null;
	}
	const MOST = 8;
	const NEW = 'new';

	const typed = $derived(text.trim().replaceAll(/\s+/g, ' '));
	const known = $derived(teachers.map((teacher) => ({ teacher, plain: plainText(teacher.name) })));
	const found = $derived.by((): Line[] | null => {
		if (!typed) return null;
		const words = plainText(typed).split(' ');
		const lines = known
			.filter(({ plain }) => words.every((word) => plain.includes(word)))
			.slice(0, MOST)
			.map(({ teacher }) => lineOf(teacher));
		return [...lines, { id: NEW, name: typed, about: '', teacher: null }];
	});

	const lineOf = (teacher: Teacher): Line => ({
		id: teacher.id,
		name: teacher.name,
		about: [teacher.subject, teacher.room].filter(Boolean).join(' · '),
		teacher,
	});
</script>

<ChooseOne
	{label}
	{id}
	bind:text
	{found}
	{size}
	onchoose={({ teacher, name }: Line) => (teacher ? onchoose(teacher) : onnew(name))}
>
	{#snippet option({ name, about, teacher }: Line)}
		{teacher ? name : m.teacher_new({ name })}
		<span class="quiet block text-small">{about}</span>
	{/snippet}
</ChooseOne>
