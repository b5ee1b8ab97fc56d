<script lang="ts">
	import { untrack } from 'svelte';
	import { MOST_CHILDREN, NO_CLASS } from '$lib/core/newcomers/newcomer';
	import { m } from '$lib/paraglide/messages';
	import TextField from '../parts/forms/TextField.svelte';

	/** Who somebody is, and whom they come for. Lines for more children are folded; they open without script. */
	let {
		classes,
		faults,
		typed,
	}: {
		classes: readonly string[];
		faults: Readonly<Record<string, readonly string[]>>;
		/** What was typed before, by the names of the fields. */
		typed: Readonly<Record<string, string>>;
	} = $props();

	const before = untrack(() => typed);
	let givenName = $state(before['givenName'] ?? '');
	let familyName = $state(before['familyName'] ?? '');
	let telephone = $state(before['telephone'] ?? '');
	const children = $state(
		Array.from({ length: MOST_CHILDREN }, (_, index) => ({
			given: before[`child${index + 1}-given`] ?? '',
			family: before[`child${index + 1}-family`] ?? '',
			class: before[`child${index + 1}-class`] ?? '',
		})),
	);
	const isNamed = (at: number) => Boolean(children[at]?.given || children[at]?.family);
</script>

{#snippet child(at: number)}
	{@const name = `child${at + 1}`}
	<fieldset class="mb-4 rounded-box border border-base-300 p-4">
		<legend class="px-1 font-bold">{m.newcomer_child({ number: at + 1 })}</legend>
		<TextField
			label={m.person_given()}
			id="{name}-given"
			autocomplete="off"
			bind:value={children[at]!.given}
		/>
		<TextField
			label={m.person_family()}
			id="{name}-family"
			autocomplete="off"
			bind:value={children[at]!.family}
		/>
		<label class="mb-1 block font-bold" for="{name}-class">{m.newcomer_class()}</label>
		<select
			class="select w-full"
			id="{name}-class"
			name="{name}-class"
			bind:value={children[at]!.class}
		>
			<option value="">{m.newcomer_choose_class()}</option>
			{#each classes as label (label)}<option value={label}>{label}</option>{/each}
			<option value={NO_CLASS}>{m.newcomer_no_class_yet()}</option>
		</select>
	</fieldset>
	{#if at + 1 < MOST_CHILDREN}
		<details open={isNamed(at + 1)}>
			<summary class="mb-4 flex min-h-11 cursor-pointer items-center underline">
				{m.newcomer_another()}
			</summary>
			{@render child(at + 1)}
		</details>
	{/if}
{/snippet}

<TextField
	label={m.newcomer_given()}
	id="givenName"
	autocomplete="given-name"
	bind:value={givenName}
/>
<TextField
	label={m.newcomer_family()}
	id="familyName"
	autocomplete="family-name"
	errors={faults['familyName']}
	bind:value={familyName}
/>
<TextField
	label={m.newcomer_telephone()}
	id="telephone"
	type="tel"
	autocomplete="tel"
	errors={faults['telephone']}
	bind:value={telephone}
/>
{#if faults['children']}
	<p class="mb-2 text-error" role="alert">{faults['children'][0]}</p>
{/if}
{@render child(0)}
