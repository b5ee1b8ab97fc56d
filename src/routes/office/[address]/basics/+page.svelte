<script lang="ts">
	import { untrack } from 'svelte';
	import { superForm } from 'sveltekit-superforms';
	import { m } from '$lib/paraglide/messages';
	import ConferenceForm from '$lib/ui/office/ConferenceForm.svelte';

	let { data } = $props();
	let fields = $state(untrack(() => data.form.data));
	const { errors, message, enhance, submitting } = superForm(
		untrack(() => data.form),
		{
			dataType: 'json',
			resetForm: false,
			onSubmit: ({ jsonData }) => jsonData($state.snapshot(fields)),
		},
	);
</script>

<svelte:head><title>{m.station_basics()} · {data.conference.name}</title></svelte:head>

<div class="max-w-3xl p-6">
	<h1 class="mb-6 text-hour">{m.station_basics()}</h1>
	<form method="post" action="?version={data.version}" novalidate use:enhance>
		<ConferenceForm
			bind:fields
			errors={{ ...$errors, hours: undefined }}
			hoursError={$errors.hours?._errors?.[0]}
			zones={data.zones}
			today={data.today}
		/>
		<div class="flex items-center gap-4">
			<button class="btn btn-primary" disabled={$submitting}>{m.save()}</button>
			<span role="status">{$message ?? ''}</span>
		</div>
	</form>
</div>
