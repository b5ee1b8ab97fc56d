<script lang="ts">
	import { enhance } from '$lib/ui/parts/saving/enhance';
	import { m } from '$lib/paraglide/messages';
	import LeaveForm from '$lib/ui/register/LeaveForm.svelte';
	import LeftNote from '$lib/ui/register/LeftNote.svelte';
	import PersonForm from '$lib/ui/register/PersonForm.svelte';

	let { data, form } = $props();

	const name = $derived([data.person.givenName, data.person.familyName].filter(Boolean).join(' '));
</script>

<svelte:head><title>{name}</title></svelte:head>

<p class="mb-2">
	<a class="link" href="/office/people/interpreters">{m.register_interpreters()}</a>
</p>
<h1 class="mb-4 text-hour">{name}</h1>
{#if data.person.hasLeft}<LeftNote text={m.person_has_left()} />{/if}
{#key data.person.id}
	<PersonForm
		person={data.person}
		kind="interpreter"
		action="?/save"
		answer={form && 'person' in form ? form.person : undefined}
		mayChange={data.mayChange}
	/>
{/key}
{#if data.mayChange}
	<LeaveForm
		hasLeft={data.person.hasLeft}
		leave={m.person_leave()}
		comeBack={m.person_return()}
		{enhance}
	/>
{/if}
