<script lang="ts">
	import { untrack } from 'svelte';
	import type { SubmitFunction } from '@sveltejs/kit';
	import type { FormProblem } from '$lib/operations/form-problem';
	import { m } from '$lib/paraglide/messages';
	import { enhance } from '$lib/ui/parts/saving/enhance';
	import CalmPage from '$lib/ui/parts/CalmPage.svelte';
	import TextField from '$lib/ui/parts/forms/TextField.svelte';
	import WholeProblem from '$lib/ui/parts/forms/WholeProblem.svelte';

	let { data, form: answer } = $props();
	let typed = $state(untrack(() => ({ email: answer?.typed.email ?? '', password: '' })));
	const faults: FormProblem['faults'] = $derived(answer?.faults ?? {});

	/** A password that was wrong is typed anew. */
	const send: SubmitFunction =
		() =>
		async ({ update }) => {
			await update({ reset: false });
			typed.password = '';
		};
</script>

<svelte:head><title>{m.sign_in_title()}</title></svelte:head>

<CalmPage title={m.sign_in_title()} school={data.school}>
	<p class="quiet mb-6">{m.sign_in_about()}</p>
	<form method="post" novalidate use:enhance={send}>
		<WholeProblem problem={answer} />
		<TextField
			label={m.email()}
			id="email"
			type="email"
			errors={faults.email}
			autocomplete="username"
			bind:value={typed.email}
		/>
		<TextField
			label={m.password()}
			id="password"
			type="password"
			errors={faults.password}
			autocomplete="current-password"
			bind:value={typed.password}
		/>
		<button class="btn btn-primary w-full">{m.sign_in_go()}</button>
	</form>
	<p class="mt-6 text-small"><a class="link" href="/sign-in/forgot">{m.sign_in_forgot()}</a></p>
</CalmPage>
