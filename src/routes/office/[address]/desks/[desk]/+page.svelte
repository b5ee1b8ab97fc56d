<script lang="ts">
	import { untrack } from 'svelte';
	import { superForm } from 'sveltekit-superforms';
	import { m } from '$lib/paraglide/messages';
	import DeskForm from '$lib/ui/office/DeskForm.svelte';

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

<svelte:head><title>{data.desk.name} · {data.conference.name}</title></svelte:head>

<div class="max-w-2xl p-6">
	<p class="mb-4">
		<a class="link" href="/office/{data.conference.address}/desks">{m.desk_back()}</a>
	</p>
	<h1 class="mb-6 text-hour">{data.desk.name}</h1>
	{#if $message}<p class="mb-4 text-error" role="alert">{$message}</p>{/if}
	<form method="post" action="?/save" novalidate use:enhance>
		<DeskForm
			bind:fields
			errors={{ ...$errors, hours: undefined }}
			hoursError={$errors.hours?._errors?.[0]}
			teachers={data.teachers}
			rooms={data.rooms}
			zone={data.conference.timeZone}
			today={data.today}
		/>
		<div class="flex gap-4">
			<button class="btn btn-primary" disabled={$submitting}>{m.save()}</button>
			<button class="btn btn-ghost text-error" formaction="?/remove">{m.desk_remove()}</button>
		</div>
	</form>
</div>
