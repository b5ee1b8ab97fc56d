<script lang="ts">
	import { page } from '$app/state';
	import { m } from '$lib/paraglide/messages';
	import CalmPage from '$lib/ui/parts/CalmPage.svelte';
	import { enhance } from '$lib/ui/parts/saving/enhance';

	let { data, form } = $props();

	const code = $derived(form && 'code' in form ? form.code : null);
	const lost = $derived(form && 'lost' in form ? form.lost : null);
</script>

<svelte:head><title>{data.school ?? m.app_name()}</title></svelte:head>

<CalmPage title={m.start_title()} school={data.school}>
	<p class="mb-6">{m.start_use_link()}</p>
	<form method="post" action="?/code" novalidate use:enhance class="mb-8">
		<label class="block">
			<span class="mb-1 block font-bold">{m.start_code()}</span>
			<input
				class="input input-lg w-full font-display tracking-widest uppercase"
				name="code"
				autocomplete="off"
				autocapitalize="characters"
				spellcheck="false"
				placeholder="XXX-XXX-XXX"
				value={code?.typed['code'] ?? page.url.searchParams.get('code') ?? ''}
				aria-invalid={code !== null}
				aria-describedby="code-problem"
			/>
		</label>
		<p id="code-problem" class="mt-1 text-error" role="alert">{code?.problem ?? ''}</p>
		<button class="btn btn-primary btn-lg mt-3 w-full">{m.start_code_go()}</button>
	</form>
	<details class="mb-8" open={lost !== null || (form && 'said' in form)}>
		<summary class="flex min-h-11 cursor-pointer items-center underline">
			{m.start_lost()}
		</summary>
		{#if form && 'said' in form}
			<p class="mt-2" role="status">{form.said}</p>
		{:else}
			<form method="post" action="?/lost" novalidate use:enhance class="mt-2">
				<label class="block">
					<span class="mb-1 block font-bold">{m.start_lost_email()}</span>
					<input
						class="input w-full"
						type="email"
						name="email"
						autocomplete="email"
						value={lost?.typed['email'] ?? ''}
						aria-invalid={lost !== null}
						aria-describedby="lost-problem"
					/>
				</label>
				<p id="lost-problem" class="mt-1 text-error" role="alert">{lost?.problem ?? ''}</p>
				<button class="btn btn-outline mt-2">{m.start_lost_go()}</button>
			</form>
		{/if}
	</details>
	<p><a class="link" href="/sign-in">{m.start_office()}</a></p>
</CalmPage>
