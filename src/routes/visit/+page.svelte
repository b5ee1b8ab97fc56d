<script lang="ts">
	import { m } from '$lib/paraglide/messages';
	import CalmPage from '$lib/ui/parts/CalmPage.svelte';

	let { data } = $props();
</script>

<svelte:head><title>{data.school}</title></svelte:head>

<CalmPage title={m.visit_none_title()} school={data.school}>
	<p>{m.visit_none()}</p>
</CalmPage>
