<script lang="ts">
	import { groupBy } from '$lib/core/group-by';
	import { isGrave } from '$lib/core/readiness/finding';
	import type { ReadFinding } from '$lib/operations/readiness';
	import FindingLine from './FindingLine.svelte';
	import { kindText } from './finding-text';

	/** What was found, those of one kind together. */
	let {
		findings,
		zone,
		base,
		mayChange,
		problemOf,
	}: {
		findings: readonly ReadFinding[];
		zone: string;
		/** The conference's own address. */
		base: string;
		mayChange: boolean;
		/** What was wrong with setting one aside. */
		problemOf: (digest: string) => string | undefined;
	} = $props();

	const kinds = $derived([...groupBy(findings, ({ kind }) => kind)]);
</script>

{#snippet lines(list: readonly ReadFinding[])}
	{#each list as finding (finding.digest)}
		<FindingLine {finding} {base} {zone} {mayChange} problem={problemOf(finding.digest)} />
	{/each}
{/snippet}

<ul class="mb-8 space-y-3">
	{#each kinds as [kind, list] (kind)}
		{@const title = list.length > 1 ? kindText(kind, list.length) : null}
		<li class="border-s-4 ps-4" class:grave={isGrave({ kind })} class:light={!isGrave({ kind })}>
			{#if title}<p class="font-bold">{title}</p>{/if}
			<ul>{@render lines(list)}</ul>
		</li>
	{/each}
</ul>

<style>
	.grave {
		border-color: var(--color-error);
	}
	.light {
		border-color: var(--color-base-300);
	}
</style>
