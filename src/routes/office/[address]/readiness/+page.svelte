<script lang="ts">
	import { isGrave } from '$lib/core/readiness/finding';
	import { m } from '$lib/paraglide/messages';
	import FindingList from '$lib/ui/readiness/FindingList.svelte';

	let { data, form } = $props();

	const base = $derived(`/office/${data.conference.address}`);
	const open = $derived(data.findings.filter(({ aside }) => aside === null));
	const grave = $derived(open.filter(isGrave));
	const light = $derived(open.filter((finding) => !isGrave(finding)));
	const aside = $derived(data.findings.filter(({ aside }) => aside !== null));
	const kindsOf = (findings: typeof data.findings) =>
		new Set(findings.map(({ kind }) => kind)).size;
	const problemOf = (digest: string) =>
		form && 'typed' in form && form.typed?.['digest'] === digest ? form.problem : undefined;
</script>

<svelte:head><title>{m.station_readiness()} · {data.conference.name}</title></svelte:head>

{#snippet list(findings: typeof data.findings)}
	<FindingList
		{findings}
		{base}
		zone={data.conference.timeZone}
		mayChange={data.mayChange}
		{problemOf}
	/>
{/snippet}

<div class="max-w-3xl p-6">
	<h1 class="mb-2 text-hour">{m.readiness_title()}</h1>
	<p class="quiet mb-6">{m.readiness_about()}</p>
	{#if open.length === 0}
		<p class="mb-8 text-title">{m.readiness_fine()}</p>
	{/if}
	{#if grave.length}
		<h2 class="mb-2 text-title">{m.readiness_grave({ count: kindsOf(grave) })}</h2>
		{@render list(grave)}
	{/if}
	{#if light.length}
		<h2 class="mb-2 text-title">{m.readiness_light()}</h2>
		{@render list(light)}
	{/if}
	{#if aside.length}
		<h2 class="mb-2 text-title">{m.readiness_aside_title()}</h2>
		{@render list(aside)}
	{/if}
</div>
