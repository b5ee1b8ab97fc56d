<script lang="ts">
	import type { Snippet } from 'svelte';
	import SchoolFoot from '../look/SchoolFoot.svelte';
	import SchoolMark from '../look/SchoolMark.svelte';

	/** One column with one thing to say. */
	let { title, school, children }: { title: string; school?: string; children: Snippet } = $props();
</script>

<main class="mx-auto flex min-h-dvh max-w-md flex-col px-5 py-10">
	<p class="mb-16 flex items-center gap-3 font-display text-title font-semibold text-primary">
		<SchoolMark size={34} />
		<span class="text-base-content">{school ?? 'Ten Chairs'}</span>
	</p>
	<h1 class="mb-4 text-hour">{title}</h1>
	{@render children()}
	{#if school}<SchoolFoot {school} />{/if}
</main>
