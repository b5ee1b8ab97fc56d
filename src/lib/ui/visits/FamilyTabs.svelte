<script lang="ts">
	import { m } from '$lib/paraglide/messages';
	import { listText } from '../parts/format/when';

	/** The families on one phone, by their children's names; nothing where there is one. */
	let {
		families,
		current,
	}: {
		families: readonly { readonly id: string; readonly children: readonly string[] }[];
		current: string;
	} = $props();
</script>

{#if families.length > 1}
	<nav class="no-print mb-4 flex flex-wrap gap-x-5 gap-y-1" aria-label={m.visit_families()}>
		{#each families as { id, children } (id)}
			<a class="family" aria-current={id === current ? 'page' : undefined} href="?family={id}">
				{children.length ? listText(children) : m.visit_family_other()}
			</a>
		{/each}
	</nav>
{/if}

<style>
	.family {
		display: inline-flex;
		align-items: center;
		min-block-size: 2.75rem;
		border-block-end: 3px solid transparent;
	}
	.family[aria-current] {
		border-color: var(--color-primary);
		font-weight: 700;
	}
</style>
