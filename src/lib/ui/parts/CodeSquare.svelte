<script lang="ts">
	/** A square code for cameras, as large as what it lies in. */
	let { drawn, label }: { drawn: Promise<string>; label: string } = $props();
</script>

<div role="img" aria-label={label}>
	{#await drawn then svg}
		<!-- eslint-disable-next-line svelte/no-at-html-tags -- drawn by the package from an address of ours -->
		{@html svg}
	{/await}
</div>
