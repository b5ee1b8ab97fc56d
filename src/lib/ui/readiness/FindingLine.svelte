<script lang="ts">
	import type { ReadFinding } from '$lib/operations/readiness';
	import { m } from '$lib/paraglide/messages';
	import { enhance } from '$lib/ui/parts/saving/enhance';
	import { findingText, helpText } from './finding-text';
	import { whereToMend } from './where-to-mend';

	/** One thing that was found, with the way to mend it, and the word that it may be so. */
	let {
		finding,
		zone,
		base,
		mayChange,
		problem,
	}: {
		finding: ReadFinding;
		zone: string;
		/** The conference's own address. */
		base: string;
		mayChange: boolean;
		/** What was wrong with setting it aside. */
		problem: string | undefined;
	} = $props();

	const way = $derived(whereToMend(finding.kind, base));
	const help = $derived(helpText(finding));
	const field = $derived(`reason-${finding.digest}`);
</script>

<li class="py-2">
	<p class="max-w-2xl">
		{findingText(finding, zone)}
		{#if help}{help}{/if}
		{#if finding.isNew}<strong class="text-small">({m.readiness_new()})</strong>{/if}
	</p>
	{#if finding.aside === null}
		<div class="mt-1 flex flex-wrap items-start gap-x-6 gap-y-1">
			<a class="link" href={way.href}>{way.text}</a>
			{#if mayChange}
				<details open={problem !== undefined}>
					<summary class="cursor-pointer underline">{m.readiness_aside()}</summary>
					<form class="mt-2 max-w-md" method="post" action="?/aside" novalidate use:enhance>
						<input type="hidden" name="digest" value={finding.digest} />
						<label class="mb-1 block font-bold" for={field}>{m.readiness_aside_why()}</label>
						<input
							class="input w-full"
							id={field}
							name="reason"
							maxlength="2000"
							aria-describedby="{field}-about"
							aria-invalid={problem ? true : undefined}
						/>
						<p
							class="mt-1 text-small"
							class:text-error={problem}
							class:quiet={!problem}
							id="{field}-about"
							role={problem ? 'alert' : undefined}
						>
							{problem ?? m.readiness_aside_about()}
						</p>
						<button class="btn btn-outline btn-sm mt-2">{m.readiness_aside_go()}</button>
					</form>
				</details>
			{/if}
		</div>
	{:else}
		<div class="quiet mt-1 flex flex-wrap items-baseline gap-x-6 text-small">
			<span>{m.readiness_aside_reason({ reason: finding.aside })}</span>
			{#if mayChange}
				<form method="post" action="?/back" novalidate use:enhance>
					<input type="hidden" name="digest" value={finding.digest} />
					<button class="link">{m.readiness_back()}</button>
				</form>
			{/if}
		</div>
	{/if}
</li>
