<script lang="ts">
	import Printer from '@lucide/svelte/icons/printer';
	import type { Snippet } from 'svelte';
	import type { GuideFacts, GuideSchool } from '$lib/core/sharing/guide-facts';
	import { m } from '$lib/paraglide/messages';
	import SchoolFoot from '../look/SchoolFoot.svelte';
	import SchoolMark from '../look/SchoolMark.svelte';
	import { listText, localDateText } from '../parts/format/when';

	/** A guide to one conference: what it is about, its steps with pictures, and what is good to know. One sheet on paper. */
	let {
		title,
		facts,
		school,
		about = [],
		notes,
		steps,
	}: {
		title: string;
		facts: GuideFacts;
		school: GuideSchool;
		/** What is said first, after when it is: sentences. */
		about?: readonly string[];
		/** What is good to know, beside whom one calls: sentences. */
		notes: readonly string[];
		steps: Snippet;
	} = $props();

	const call = $derived(
		school.telephone === null
			? m.guide_note_office()
			: m.guide_note_call({ telephone: school.telephone }),
	);
</script>

<svelte:head><title>{title} · {facts.conference.name} · {school.name}</title></svelte:head>

<main class="guide mx-auto max-w-5xl px-5 pb-12">
	<header class="flex items-center justify-between gap-4 py-4">
		<p class="flex items-center gap-2 font-display font-semibold text-primary">
			<SchoolMark size={24} />
			{school.name}
		</p>
		<button type="button" class="no-print btn btn-outline btn-sm" onclick={() => print()}>
			<Printer size={18} aria-hidden="true" />
			{m.guide_print()}
		</button>
	</header>
	<h1 class="text-hour">{title}</h1>
	<p class="mb-6 text-title">
		{m.guide_when({
			conference: facts.conference.name,
			dates: listText(facts.dates.map((date) => localDateText(date))),
		})}
		{#if about.length}<span class="quiet block text-base">{about.join(' ')}</span>{/if}
	</p>
	<ol class="steps">{@render steps()}</ol>
	<div class="below">
		<section>
			<h2 class="mb-2 text-title">{m.guide_notes()}</h2>
			<ul class="list-disc space-y-1 ps-5">
				{#each notes as note (note)}<li>{note}</li>{/each}
				<li>{call}</li>
			</ul>
		</section>
		<SchoolFoot school={school.name} />
	</div>
	<p class="quiet mt-6 text-small">{m.guide_made_up()}</p>
</main>

<style>
	/* Of this page alone: another one to which somebody goes from here is printed as ever. */
	@page guide {
		margin: 1cm 1.2cm;
	}
	.guide {
		overflow-wrap: anywhere;
	}
	.steps {
		display: grid;
		grid-template-columns: repeat(auto-fit, minmax(min(100%, 24rem), 1fr));
		gap: 2rem 2.5rem;
		counter-reset: step;
	}
	.below {
		display: grid;
		grid-template-columns: repeat(auto-fit, minmax(min(100%, 18rem), 1fr));
		gap: 0 2.5rem;
		margin-block-start: 2rem;
		padding-block-start: 1rem;
		border-block-start: 1px solid var(--color-base-300);
	}
	@media print {
		.guide {
			page: guide;
		}
		.guide > header {
			padding-block: 0 0.5rem;
		}
		.guide > :global(p) {
			margin-block-end: 0.75rem;
		}
		.guide {
			max-inline-size: none;
			padding: 0;
			font-size: 0.78rem;
			line-height: 1.3;
		}
		.steps {
			grid-template-columns: 1fr 1fr;
			gap: 0.75rem 1.5rem;
		}
		.below {
			grid-template-columns: 2fr 1fr;
			margin-block-start: 0.75rem;
			padding-block-start: 0.5rem;
		}
	}
</style>
