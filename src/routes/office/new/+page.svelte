<script lang="ts">
	import { untrack } from 'svelte';
	import { superForm } from 'sveltekit-superforms';
	import { m } from '$lib/paraglide/messages';
	import ChairMark from '$lib/ui/chairs/ChairMark.svelte';
	import ConferenceForm from '$lib/ui/office/ConferenceForm.svelte';

	let { data } = $props();
	let fields = $state(untrack(() => data.form.data));
	const { errors, enhance, submitting } = superForm(
		untrack(() => data.form),
		{
			dataType: 'json',
			resetForm: false,
			onSubmit: ({ jsonData }) => jsonData($state.snapshot(fields)),
		},
	);
</script>

<svelte:head><title>{m.new_title()}</title></svelte:head>

<div class="mx-auto max-w-3xl px-6 py-8">
	<a href="/office" class="mb-8 flex items-center gap-3 text-primary">
		<ChairMark size={34} />
		<span class="font-display text-title font-semibold text-base-content">{data.school}</span>
	</a>
	<main>
		<h1 class="mb-6 text-hour">{m.new_title()}</h1>
		<form method="post" novalidate use:enhance>
			<ConferenceForm
				bind:fields
				errors={{ ...$errors, hours: undefined }}
				hoursError={$errors.hours?._errors?.[0]}
				zones={data.zones}
				today={data.today}
			/>
			<button class="btn btn-primary" disabled={$submitting}>{m.new_go()}</button>
		</form>
	</main>
</div>
