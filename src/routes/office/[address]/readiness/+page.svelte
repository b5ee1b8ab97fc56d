<script lang="ts">
	import { isGrave } from '$lib/core/readiness/finding';
	import { m } from '$lib/paraglide/messages';
	import FindingLine from '$lib/ui/readiness/FindingLine.svelte';

	let { data, form } = $props();

	const base = $derived(`/office/${data.conference.address}`);
	const open = $derived(data.findings.filter(({ aside }) => aside === null));
	const grave = $derived(open.filter(isGrave));
	const light = $derived(open.filter((finding) => !isGrave(finding)));
	const aside = $derived(data.findings.filter(({ aside }) => aside !== null));
	const problemOf = (digest: string) =>
		form && 'typed' in form && form.typed?.['digest'] === digest ? form.problem : undefined;
</script>

<svelte:head><title>{m.station_readiness()} · {data.conference.name}</title></svelte:head>

{#snippet list(findings: typeof data.findings)}
	<ul class="mb-8 space-y-2">
		{#each findings as finding (finding.digest)}
			<FindingLine
				{finding}
				{base}
				zone={data.conference.timeZone}
				isGrave={isGrave(finding)}
				mayChange={data.mayChange}
				problem={problemOf(finding.digest)}
			/>
		{/each}
	</ul>
{/snippet}

<div class="max-w-3xl p-6">
	<h1 class="mb-2 text-hour">{m.readiness_title()}</h1>
	<p class="quiet mb-6">{m.readiness_about()}</p>
	{#if open.length === 0}
		<p class="mb-8 text-title">{m.readiness_fine()}</p>
	{/if}
	{#if grave.length}
		<h2 class="mb-2 text-title">{m.readiness_grave({ count: grave.length })}</h2>
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
