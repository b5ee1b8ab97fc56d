<script lang="ts">
	import { enhance } from '$lib/ui/parts/saving/enhance';
	import { m } from '$lib/paraglide/messages';
	import CalmPage from '$lib/ui/parts/CalmPage.svelte';

	let { data, form } = $props();
</script>

<svelte:head><title>{m.password_choose()}</title></svelte:head>

<CalmPage title={m.password_choose()}>
	<p class="quiet mb-6">{m.password_choose_about({ name: data.name, email: data.email })}</p>
	<form method="post" novalidate use:enhance>
		{#if form?.problem}<p class="mb-4 text-error" role="alert">{form.problem}</p>{/if}
		<input type="hidden" name="username" value={data.email} autocomplete="username" />
		<label class="mb-4 block"
			><span class="mb-1 block font-bold">{m.password()}</span>
			<input class="input w-full" type="password" name="password" autocomplete="new-password" />
			<span class="quiet mt-1 block text-small">{m.password_hint()}</span></label
		>
		<button class="btn btn-primary w-full">{m.password_choose_go()}</button>
	</form>
</CalmPage>
