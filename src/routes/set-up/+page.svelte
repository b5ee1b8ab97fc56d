<script lang="ts">
	import { onMount, untrack } from 'svelte';
	import type { FormProblem } from '$lib/operations/form-problem';
	import { m } from '$lib/paraglide/messages';
	import { enhance } from '$lib/ui/parts/saving/enhance';
	import CalmPage from '$lib/ui/parts/CalmPage.svelte';
	import ZoneField from '$lib/ui/parts/forms/ZoneField.svelte';
	import TextField from '$lib/ui/parts/forms/TextField.svelte';
	import WholeProblem from '$lib/ui/parts/forms/WholeProblem.svelte';

	let { form: answer } = $props();
	let typed = $state(
		untrack(() => ({
			code: '',
			school: '',
			timeZone: '',
			name: '',
			email: '',
			...answer?.typed,
			password: '',
		})),
	);
	const faults: FormProblem['faults'] = $derived(answer?.faults ?? {});

	// The server's own time zone says nothing of where the school is: the browser's does.
	onMount(() => {
		if (!typed.timeZone) typed.timeZone = Intl.DateTimeFormat().resolvedOptions().timeZone;
	});
</script>

<svelte:head><title>{m.set_up_title()}</title></svelte:head>

<CalmPage title={m.set_up_title()}>
	<p class="quiet mb-6">{m.set_up_about()}</p>
	<form method="post" novalidate use:enhance>
		<WholeProblem problem={answer} />
		<TextField
			label={m.set_up_code()}
			id="code"
			hint={m.set_up_code_hint()}
			errors={faults.code}
			width="w-full font-bold tracking-widest"
			autocomplete="off"
			bind:value={typed.code}
		/>
		<TextField
			label={m.set_up_school()}
			id="school"
			errors={faults.school}
			bind:value={typed.school}
		/>
		<ZoneField
			id="timeZone"
			errors={faults.timeZone}
			value={typed.timeZone}
			oncommit={(timeZone) => (typed.timeZone = timeZone)}
		/>
		<TextField
			label={m.your_name()}
			id="name"
			errors={faults.name}
			autocomplete="name"
			bind:value={typed.name}
		/>
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
			hint={m.password_hint()}
			errors={faults.password}
			autocomplete="new-password"
			bind:value={typed.password}
		/>
		<button class="btn btn-primary w-full">{m.set_up_go()}</button>
	</form>
</CalmPage>
