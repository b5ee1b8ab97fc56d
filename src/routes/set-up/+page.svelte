<script lang="ts">
	import { untrack } from 'svelte';
	import { superForm } from 'sveltekit-superforms';
	import { m } from '$lib/paraglide/messages';
	import CalmPage from '$lib/ui/CalmPage.svelte';
	import Field from '$lib/ui/forms/Field.svelte';

	let { data } = $props();
	const { form, errors, message, enhance, submitting } = superForm(untrack(() => data.form));

	const zones = Intl.supportedValuesOf('timeZone');
	if (!$form.timeZone) $form.timeZone = Intl.DateTimeFormat().resolvedOptions().timeZone;
</script>

<svelte:head><title>{m.set_up_title()}</title></svelte:head>

<CalmPage title={m.set_up_title()}>
	<p class="quiet mb-6">{m.set_up_about()}</p>
	<form method="post" novalidate use:enhance>
		{#if $message}<p class="mb-4 text-error" role="alert">{$message}</p>{/if}
		<Field label={m.set_up_code()} id="code" hint={m.set_up_code_hint()} errors={$errors.code}>
			{#snippet children({ id, describedBy, invalid })}
				<input
					{id}
					name="code"
					class="input w-full font-bold tracking-widest"
					autocomplete="off"
					aria-describedby={describedBy}
					aria-invalid={invalid}
					bind:value={$form.code}
				/>
			{/snippet}
		</Field>
		<Field label={m.set_up_school()} id="school" errors={$errors.school}>
			{#snippet children({ id, describedBy, invalid })}
				<input
					{id}
					name="school"
					class="input w-full"
					aria-describedby={describedBy}
					aria-invalid={invalid}
					bind:value={$form.school}
				/>
			{/snippet}
		</Field>
		<Field label={m.basics_zone()} id="timeZone" errors={$errors.timeZone}>
			{#snippet children({ id, describedBy, invalid })}
				<input
					{id}
					name="timeZone"
					class="input w-full"
					list="zones"
					aria-describedby={describedBy}
					aria-invalid={invalid}
					bind:value={$form.timeZone}
				/>
				<datalist id="zones">
					{#each zones as zone (zone)}<option value={zone}></option>{/each}
				</datalist>
			{/snippet}
		</Field>
		<Field label={m.your_name()} id="name" errors={$errors.name}>
			{#snippet children({ id, describedBy, invalid })}
				<input
					{id}
					name="name"
					class="input w-full"
					autocomplete="name"
					aria-describedby={describedBy}
					aria-invalid={invalid}
					bind:value={$form.name}
				/>
			{/snippet}
		</Field>
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
		<Field label={m.password()} id="password" hint={m.password_hint()} errors={$errors.password}>
			{#snippet children({ id, describedBy, invalid })}
				<input
					{id}
					name="password"
					type="password"
					class="input w-full"
					autocomplete="new-password"
					aria-describedby={describedBy}
					aria-invalid={invalid}
					bind:value={$form.password}
				/>
			{/snippet}
		</Field>
		<button class="btn btn-primary w-full" disabled={$submitting}>{m.set_up_go()}</button>
	</form>
</CalmPage>
