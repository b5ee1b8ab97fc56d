<script lang="ts">
	import { m } from '$lib/paraglide/messages';
	import CalmPage from '$lib/ui/parts/CalmPage.svelte';

	let { data, form } = $props();
	const title = $derived(form ? m.proof_done_title() : m.proof_title());
</script>

<svelte:head><title>{title} · {data.school}</title></svelte:head>

<CalmPage {title} school={data.school}>
	{#if form}
		<p class="mb-6" role="status">{m.proof_done({ school: data.school, email: form.email })}</p>
		<p><a class="link" href="/visit">{m.proof_back()}</a></p>
	{:else if data.wanted}
		<p class="mb-6 wrap-anywhere">{m.proof_about({ school: data.school, ...data.wanted })}</p>
		<!-- A program that scans mail opens the link and no more. -->
		<form method="post"><button class="btn btn-primary btn-lg">{m.proof_yes()}</button></form>
	{/if}
</CalmPage>
