<script lang="ts">
	import { page } from '$app/state';
	import { m } from '$lib/paraglide/messages';
	import Welcome from '$lib/ui/look/Welcome.svelte';
	import CalmPage from '$lib/ui/parts/CalmPage.svelte';
	import TextField from '$lib/ui/parts/forms/TextField.svelte';
	import { enhance } from '$lib/ui/parts/saving/enhance';

	let { data, form } = $props();

	const code = $derived(form && 'code' in form ? form.code : null);
	const lost = $derived(form && 'lost' in form ? form.lost : null);
	let typedCode = $derived(code?.typed['code'] ?? page.url.searchParams.get('code') ?? '');
	let typedEmail = $derived(lost?.typed['email'] ?? '');
</script>

<svelte:head><title>{data.school ?? m.app_name()}</title></svelte:head>

<CalmPage title={m.start_title()} school={data.school}>
	<Welcome />
	<p class="mb-6">{m.start_use_link()}</p>
	<form method="post" action="?/code" novalidate use:enhance class="mb-8">
		<TextField
			label={m.start_code()}
			id="code"
			width="input-lg w-full font-display tracking-widest uppercase"
			autocomplete="off"
			errors={code?.faults['code']}
			bind:value={typedCode}
		/>
		<button class="btn btn-primary btn-lg w-full">{m.start_code_go()}</button>
	</form>
	<details
		class="mb-8"
		open={lost !== null || (form && 'said' in form) || page.url.searchParams.has('lost')}
	>
		<summary class="flex min-h-11 cursor-pointer items-center underline">
			{m.start_lost()}
		</summary>
		{#if form && 'said' in form}
			<p class="mt-2" role="status">{form.said}</p>
		{:else}
			<form method="post" action="?/lost" novalidate use:enhance class="mt-2">
				<TextField
					label={m.start_lost_email()}
					id="email"
					type="email"
					autocomplete="email"
					errors={lost?.faults['email']}
					bind:value={typedEmail}
				/>
				<button class="btn btn-outline">{m.start_lost_go()}</button>
			</form>
		{/if}
	</details>
	<p><a class="link" href="/sign-in">{m.start_office()}</a></p>
</CalmPage>
