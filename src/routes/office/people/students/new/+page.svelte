<script lang="ts">
	import { untrack } from 'svelte';
	import { enhance } from '$lib/ui/parts/saving/enhance';
	import { familiesFind } from '$lib/operations/found';
	import { m } from '$lib/paraglide/messages';
	import { askOrNull } from '$lib/ui/parts/saving/ask-server';
	import ChooseFamily from '$lib/ui/register/ChooseFamily.svelte';

	let { data, form } = $props();

	const findFamilies = async (text: string) =>
		(await askOrNull(familiesFind, { text, except: null })) ?? [];

	let family = $state.raw(untrack(() => data.family));
</script>

<svelte:head><title>{m.student_new()}</title></svelte:head>

{#snippet line(label: string, name: string, width: string, autofocus = false)}
	<label class="block">
		<span class="mb-1 block font-bold">{label}</span>
		<!-- svelte-ignore a11y_autofocus -->
		<input class="input {width}" {name} autocomplete="off" {autofocus} />
	</label>
{/snippet}

<p class="mb-2"><a class="link" href="/office/people/students">{m.register_students()}</a></p>
<h1 class="mb-6 text-hour">{m.student_new()}</h1>
<form
	method="post"
	novalidate
	class="max-w-3xl"
	use:enhance={() =>
		({ update }) =>
			update({ reset: false })}
>
	<div class="mb-6 flex flex-wrap gap-4">
		{@render line(m.person_given(), 'studentGivenName', 'w-52', true)}
		{@render line(m.person_family(), 'studentFamilyName', 'w-52')}
		<label class="block">
			<span class="mb-1 block font-bold">{m.student_home()}</span>
			<input class="input w-28" name="class" list="known-classes" autocomplete="off" />
			<datalist id="known-classes">
				{#each data.classes as label (label)}<option value={label}></option>{/each}
			</datalist>
		</label>
		<label class="block">
			<span class="mb-1 block font-bold">{m.column_year()}</span>
			<input class="input w-40" name="yearGroup" autocomplete="off" />
			<span class="quiet block text-small">{m.student_year_hint()}</span>
		</label>
	</div>
	<section class="mb-6 border-t border-base-300 pt-4">
		<h2 class="mb-3 text-title">{m.student_lives_with()}</h2>
		<input type="hidden" name="familyId" value={family?.id ?? ''} />
		<ChooseFamily label={m.student_known_family()} search={findFamilies} bind:chosen={family} />
		<div class:hidden={family !== null}>
			<p class="mt-4 mb-2 font-bold">{m.student_or_new_family()}</p>
			<div class="flex flex-wrap gap-4">
				{@render line(m.person_given(), 'givenName', 'w-52')}
				{@render line(m.person_family(), 'familyName', 'w-52')}
				{@render line(m.person_email(), 'email', 'w-72')}
				{@render line(m.person_telephone(), 'telephone', 'w-44')}
				{@render line(m.family_language(), 'language', 'w-40')}
				{@render line(m.family_address(), 'address', 'w-96')}
			</div>
		</div>
	</section>
	{#if form?.problem}<p class="mb-4 text-error" role="alert">{form.problem}</p>{/if}
	{#if form?.isNamesake}
		<label class="mb-4 flex items-center gap-2">
			<input type="checkbox" class="checkbox checkbox-sm" name="isAnother" />
			{m.student_is_another()}
		</label>
	{/if}
	<button class="btn btn-primary">{m.student_new_go()}</button>
</form>
