<script lang="ts">
	import type { Snippet } from 'svelte';
	import { m } from '$lib/paraglide/messages';
	import SchoolMark from '../look/SchoolMark.svelte';

	/** What stands around a family's visit: whose school it is, and the ways out. */
	let {
		school,
		tabs,
		children,
	}: {
		school: string;
		/** The families of whoever looks, where there are several. */
		tabs?: Snippet;
		children: Snippet;
	} = $props();
</script>

<div class="family-page mx-auto flex min-h-dvh max-w-xl flex-col px-5 pb-4">
	<header class="flex items-center gap-2 py-4 font-display font-semibold text-primary">
		<SchoolMark size={24} />
		{school}
	</header>
	<p class="without-script mb-4 rounded-box border border-error p-4" role="alert">
		{m.visit_needs_script()}
	</p>
	{@render tabs?.()}
	{@render children()}
</div>

<style>
	.family-page {
		overflow-wrap: anywhere;
	}
	/* A finger needs 44 px. */
	.family-page :global(.btn) {
		block-size: auto;
		min-block-size: 2.75rem;
		padding-block: 0.375rem;
		max-inline-size: 100%;
		white-space: normal;
	}
</style>
