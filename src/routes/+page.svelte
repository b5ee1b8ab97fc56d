<script lang="ts">
	import { m } from '$lib/paraglide/messages';
	import CalmPage from '$lib/ui/parts/CalmPage.svelte';

	let { data } = $props();
</script>

<svelte:head><title>{data.school ?? m.app_name()}</title></svelte:head>

<CalmPage title={m.start_title()} school={data.school}>
	<p>{m.start_use_link()}</p>
	<p class="mt-8"><a class="btn btn-primary" href="/sign-in">{m.start_office()}</a></p>
</CalmPage>
