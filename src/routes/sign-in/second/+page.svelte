<script lang="ts">
	import { enhance } from '$lib/ui/parts/saving/enhance';
	import { m } from '$lib/paraglide/messages';
	import CalmPage from '$lib/ui/parts/CalmPage.svelte';

	let { form } = $props();
	let spare = $state(false);
</script>

<svelte:head><title>{m.second_title()}</title></svelte:head>

<CalmPage title={m.second_title()}>
	<p class="quiet mb-6">{spare ? m.second_spare_about() : m.second_about()}</p>
	<form method="post" novalidate use:enhance>
		{#if form?.problem}<p class="mb-4 text-error" role="alert">{form.problem}</p>{/if}
		<input type="hidden" name="kind" value={spare ? 'spare' : 'authenticator'} />
		<label class="mb-4 block"
			><span class="mb-1 block font-bold">{spare ? m.second_spare() : m.second_code()}</span>
			<input
				class="input w-full text-title tracking-widest"
				name="code"
				autocomplete="one-time-code"
				inputmode={spare ? 'text' : 'numeric'}
			/></label
		>
		<button class="btn btn-primary w-full">{m.sign_in_go()}</button>
	</form>
	<p class="mt-6 text-small">
		<button class="link" onclick={() => (spare = !spare)}
			>{spare ? m.second_use_code() : m.second_use_spare()}</button
		>
	</p>
	<p class="quiet mt-2 text-small">{m.second_lost()}</p>
</CalmPage>
