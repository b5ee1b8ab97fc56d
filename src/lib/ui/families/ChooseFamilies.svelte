<script lang="ts">
	import { familyQuestions, type FamiliesChoice } from '$lib/operations/families';
	import { m } from '$lib/paraglide/messages';
	import { questionText } from './question-text';

	/** Which families are meant: a ready-made question, with class, year group and desk. Works without script. */
	let {
		choice,
		choices,
		sort,
	}: {
		choice: FamiliesChoice;
		choices: {
			readonly classes: readonly string[];
			readonly years: readonly string[];
			readonly desks: readonly { readonly id: string; readonly name: string }[];
		};
		sort: string;
	} = $props();

	let form = $state<HTMLFormElement>();
	const send = () => form?.requestSubmit();
</script>

<form
	bind:this={form}
	class="mb-4 flex flex-wrap items-end gap-3 text-small"
	data-sveltekit-keepfocus
	data-sveltekit-noscroll
>
	<input type="hidden" name="sort" value={sort} />
	<label>
		<span class="block">{m.families_find()}</span>
		<input
			class="input input-sm w-44"
			type="search"
			name="find"
			value={choice.find}
			onchange={send}
		/>
	</label>
	<label>
		<span class="block">{m.families_which()}</span>
		<select class="select select-sm" name="which" value={choice.which} onchange={send}>
			{#each familyQuestions as question (question)}
				<option value={question}>{questionText(question)}</option>
			{/each}
		</select>
	</label>
	{#snippet field(
		name: string,
		label: string,
		value: string,
		options: readonly { readonly id: string; readonly name: string }[],
	)}
		<label>
			<span class="block">{label}</span>
			<select class="select select-sm max-w-52" {name} {value} onchange={send}>
				<option value="">{m.families_any()}</option>
				{#each options as option (option.id)}<option value={option.id}>{option.name}</option>{/each}
			</select>
		</label>
	{/snippet}
	{@render field(
		'class',
		m.families_class(),
		choice.class,
		choices.classes.map((name) => ({ id: name, name })),
	)}
	{@render field(
		'year',
		m.families_year(),
		choice.year,
		choices.years.map((name) => ({ id: name, name })),
	)}
	{@render field('desk', m.happened_desk(), choice.desk, choices.desks)}
	<button class="btn btn-outline btn-sm">{m.families_show()}</button>
</form>
