<script lang="ts">
	import { m } from '$lib/paraglide/messages';
	import PersonForm from '$lib/ui/register/PersonForm.svelte';

	let { form } = $props();
</script>

<svelte:head><title>{m.person_new_interpreter()}</title></svelte:head>

<h1 class="mb-6 text-hour">{m.person_new_interpreter()}</h1>
<PersonForm kind="interpreter" answer={form?.person} mayChange />
