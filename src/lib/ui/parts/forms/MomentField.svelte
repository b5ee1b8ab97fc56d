<script lang="ts">
	import type { ComponentProps } from 'svelte';
	import MomentInput from '../dates/MomentInput.svelte';
	import Field from './Field.svelte';

	/** A moment (milliseconds) with its label and hint. */
	let {
		label,
		id,
		hint,
		errors,
		...moment
	}: ComponentProps<typeof MomentInput> & { id: string; hint: string; errors: string[] } = $props();
</script>

<Field {label} {id} {hint} {errors}>
	{#snippet children({ id, describedBy, invalid })}
		<MomentInput {label} isLabelled {id} {describedBy} {invalid} {...moment} />
	{/snippet}
</Field>
