<script lang="ts">
	import { waiting } from '$lib/ui/parts/saving/waiting.svelte';
	import { onMount, untrack } from 'svelte';
	import { superForm } from 'sveltekit-superforms';
	import { m } from '$lib/paraglide/messages';
	import CalmPage from '$lib/ui/parts/CalmPage.svelte';
	import ZoneField from '$lib/ui/parts/forms/ZoneField.svelte';
	import TextField from '$lib/ui/parts/forms/TextField.svelte';

	let { data } = $props();
	const { form, errors, message, enhance, submitting } = superForm(untrack(() => data.form));
	$effect(() => ($submitting ? waiting.begin() : undefined));

	// The server's own time zone says nothing of where the school is: the browser's does.
	onMount(() => {
		if (!$form.timeZone) $form.timeZone = Intl.DateTimeFormat().resolvedOptions().timeZone;
	});
</script>

<svelte:head><title>{m.set_up_title()}</title></svelte:head>

<CalmPage title={m.set_up_title()}>
	<p class="quiet mb-6">{m.set_up_about()}</p>
	<form method="post" novalidate use:enhance>
		{#if $message}<p class="mb-4 text-error" role="alert">{$message}</p>{/if}
		<TextField
			label={m.set_up_code()}
			id="code"
			hint={m.set_up_code_hint()}
			errors={$errors.code}
			width="w-full font-bold tracking-widest"
			autocomplete="off"
			bind:value={$form.code}
		/>
		<TextField
			label={m.set_up_school()}
			id="school"
			errors={$errors.school}
			bind:value={$form.school}
		/>
		<ZoneField
			id="timeZone"
			errors={$errors.timeZone}
			value={$form.timeZone}
			oncommit={(timeZone) => ($form.timeZone = timeZone)}
		/>
		<TextField
			label={m.your_name()}
			id="name"
			errors={$errors.name}
			autocomplete="name"
			bind:value={$form.name}
		/>
		<TextField
			label={m.email()}
			id="email"
			type="email"
			errors={$errors.email}
			autocomplete="username"
			bind:value={$form.email}
		/>
		<TextField
			label={m.password()}
			id="password"
			type="password"
			hint={m.password_hint()}
			errors={$errors.password}
			autocomplete="new-password"
			bind:value={$form.password}
		/>
		<button class="btn btn-primary w-full" disabled={$submitting}>{m.set_up_go()}</button>
	</form>
</CalmPage>
