<script lang="ts">
	import { enhance } from '$lib/ui/parts/saving/enhance';
	import { m } from '$lib/paraglide/messages';
	import CalmPage from '$lib/ui/parts/CalmPage.svelte';

	let { form } = $props();
</script>

<svelte:head><title>{m.forgot_title()}</title></svelte:head>

<CalmPage title={m.forgot_title()}>
	{#if form && 'said' in form}
		<p role="status">{form.said}</p>
	{:else}
		<p class="quiet mb-6">{m.forgot_about()}</p>
		<form method="post" novalidate use:enhance>
			{#if form && 'problem' in form}
				<p class="mb-4 text-error" role="alert">{form.problem}</p>
			{/if}
			<label class="mb-4 block"
				><span class="mb-1 block font-bold">{m.email()}</span>
				<input class="input w-full" type="email" name="email" autocomplete="username" /></label
			>
			<button class="btn btn-primary w-full">{m.forgot_go()}</button>
		</form>
	{/if}
	<p class="mt-6 text-small"><a class="link" href="/sign-in">{m.forgot_back()}</a></p>
</CalmPage>
