<script lang="ts">
	import { waiting } from '$lib/ui/parts/saving/waiting.svelte';
	import { untrack } from 'svelte';
	import { superForm } from 'sveltekit-superforms';
	import { m } from '$lib/paraglide/messages';
	import CalmPage from '$lib/ui/parts/CalmPage.svelte';
	import TextField from '$lib/ui/parts/forms/TextField.svelte';

	let { data } = $props();
	const { form, errors, message, enhance, submitting } = superForm(untrack(() => data.form));
	$effect(() => ($submitting ? waiting.begin() : undefined));
</script>

<svelte:head><title>{m.sign_in_title()}</title></svelte:head>

<CalmPage title={m.sign_in_title()} school={data.school}>
	<p class="quiet mb-6">{m.sign_in_about()}</p>
	<form method="post" novalidate use:enhance>
		{#if $message}<p class="mb-4 text-error" role="alert">{$message}</p>{/if}
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
			errors={$errors.password}
			autocomplete="current-password"
			bind:value={$form.password}
		/>
		<button class="btn btn-primary w-full" disabled={$submitting}>{m.sign_in_go()}</button>
	</form>
	<p class="mt-6 text-small"><a class="link" href="/sign-in/forgot">{m.sign_in_forgot()}</a></p>
</CalmPage>
