<script lang="ts">
	import { untrack } from 'svelte';
	import { superForm } from 'sveltekit-superforms';
	import { m } from '$lib/paraglide/messages';
	import CalmPage from '$lib/ui/CalmPage.svelte';
	import Field from '$lib/ui/forms/Field.svelte';

	let { data } = $props();
	const { form, errors, message, enhance, submitting } = superForm(untrack(() => data.form));
</script>

<svelte:head><title>{m.sign_in_title()}</title></svelte:head>

<CalmPage title={m.sign_in_title()} school={data.school}>
	<p class="quiet mb-6">{m.sign_in_about()}</p>
	<form method="post" novalidate use:enhance>
		{#if $message}<p class="mb-4 text-error" role="alert">{$message}</p>{/if}
		<Field label={m.email()} id="email" errors={$errors.email}>
			{#snippet children({ id, describedBy, invalid })}
				<input
					{id}
					name="email"
					type="email"
					class="input w-full"
					autocomplete="username"
					aria-describedby={describedBy}
					aria-invalid={invalid}
					bind:value={$form.email}
				/>
			{/snippet}
		</Field>
		<Field label={m.password()} id="password" errors={$errors.password}>
			{#snippet children({ id, describedBy, invalid })}
				<input
					{id}
					name="password"
					type="password"
					class="input w-full"
					autocomplete="current-password"
					aria-describedby={describedBy}
					aria-invalid={invalid}
					bind:value={$form.password}
				/>
			{/snippet}
		</Field>
		<button class="btn btn-primary w-full" disabled={$submitting}>{m.sign_in_go()}</button>
	</form>
</CalmPage>
