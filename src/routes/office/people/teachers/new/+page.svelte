<script lang="ts">
	import { m } from '$lib/paraglide/messages';
	import PersonForm from '$lib/ui/register/PersonForm.svelte';

	let { form } = $props();
</script>

<svelte:head><title>{m.person_new_teacher()}</title></svelte:head>

<h1 class="mb-6 text-hour">{m.person_new_teacher()}</h1>
<PersonForm kind="teacher" answer={form?.person} mayChange />
