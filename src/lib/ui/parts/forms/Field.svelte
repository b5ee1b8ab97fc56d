<script lang="ts">
	import type { Snippet } from 'svelte';

	/** A labelled control with its hint, and its error beside it. */
	let {
		label,
		id,
		hint,
		errors,
		children,
	}: {
		label: string;
		id: string;
		hint?: string;
		errors?: readonly string[] | undefined;
		/** The control; it takes the id of what describes it. */
		children: Snippet<[{ id: string; describedBy: string; invalid: true | undefined }]>;
	} = $props();

	const invalid = $derived(errors?.length ? true : undefined);
</script>

<div class="mb-4">
	<label for={id} class="mb-1 block font-bold">{label}</label>
	{@render children({ id, describedBy: `${id}-about`, invalid })}
	<div id="{id}-about">
		{#if errors?.length}
			<p class="mt-1 text-small text-error" role="alert">{errors[0]}</p>
		{:else if hint}
			<p class="quiet mt-1 text-small">{hint}</p>
		{/if}
	</div>
</div>
