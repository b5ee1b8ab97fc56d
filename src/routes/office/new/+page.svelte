<script lang="ts">
	import { waiting } from '$lib/ui/parts/saving/waiting.svelte';
	import { enhance as enhancePlain } from '$lib/ui/parts/saving/enhance';
	import { goto } from '$app/navigation';
	import { untrack } from 'svelte';
	import { superForm } from 'sveltekit-superforms';
	import { m } from '$lib/paraglide/messages';
	import ChairMark from '$lib/ui/parts/chairs/ChairMark.svelte';
	import ConferenceForm from '$lib/ui/conferences/ConferenceForm.svelte';
	import CopyConferenceForm from '$lib/ui/conferences/CopyConferenceForm.svelte';

	let { data, form: result } = $props();
	let fields = $state(untrack(() => data.form.data));
	const { errors, enhance, submitting } = superForm(
		untrack(() => data.form),
		{
			dataType: 'json',
			resetForm: false,
			onSubmit: ({ jsonData }) => jsonData($state.snapshot(fields)),
		},
	);
	$effect(() => ($submitting ? waiting.begin() : undefined));
</script>

<svelte:head><title>{m.new_title()}</title></svelte:head>

<div class="mx-auto max-w-3xl px-6 py-8">
	<a href="/office" class="mb-8 flex items-center gap-3 text-primary">
		<ChairMark size={34} />
		<span class="font-display text-title font-semibold text-base-content">{data.school}</span>
	</a>
	<main>
		<h1 class="mb-4 text-hour">{m.new_title()}</h1>
		{#if data.earlier.length}
			<label class="mb-6 flex flex-wrap items-center gap-3">
				<span>{m.copy_like()}</span>
				<select
					class="select w-72"
					value={data.like?.address ?? ''}
					onchange={({ currentTarget }) =>
						void goto(currentTarget.value ? `?like=${currentTarget.value}` : '?', {
							keepFocus: true,
						})}
				>
					<option value="">{m.copy_from_nothing()}</option>
					{#each data.earlier as { address, name } (address)}
						<option value={address}>{name}</option>
					{/each}
				</select>
			</label>
		{/if}
		{#if data.like}
			{#key data.like.id}
				<CopyConferenceForm
					earlier={data.like}
					today={data.today}
					problem={result && 'copyProblem' in result ? result.copyProblem : undefined}
					enhance={enhancePlain}
				/>
			{/key}
		{:else}
			<form method="post" action="?/create" novalidate use:enhance>
				<ConferenceForm
					bind:fields
					errors={{ ...$errors, hours: undefined }}
					hoursError={$errors.hours?._errors?.[0]}
					today={data.today}
				/>
				<button class="btn btn-primary" disabled={$submitting}>{m.new_go()}</button>
			</form>
		{/if}
	</main>
</div>
