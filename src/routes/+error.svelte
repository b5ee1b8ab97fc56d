<script lang="ts">
	import { page } from '$app/state';
	import { m } from '$lib/paraglide/messages';
	import CalmPage from '$lib/ui/parts/CalmPage.svelte';
</script>

<svelte:head><title>{m.app_name()}</title></svelte:head>

<CalmPage title={page.error?.message ?? m.error_unexpected()}>
	<p>
		{page.error?.wayOn ?? (page.status === 404 ? m.error_not_found_way_on() : m.error_way_on())}
	</p>
	{#if page.error?.request}
		<p class="quiet mt-4 text-small">{m.error_number({ number: page.error.request })}</p>
	{/if}
	<p class="mt-6"><a class="link" href="/">{m.error_to_start()}</a></p>
</CalmPage>
