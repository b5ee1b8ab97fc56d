<script lang="ts">
	import type { LocalDate } from '$lib/core/time/local-of';
	import MomentInput from '../dates/MomentInput.svelte';
	import Field from './Field.svelte';

	/** A moment (milliseconds) with its label and hint; empty is `null`. */
	let {
		label,
		id,
		hint,
		errors,
		value,
		usualMinute,
		zone,
		today,
		oncommit,
	}: {
		label: string;
		id: string;
		hint: string;
		errors: string[];
		value: number | null;
		/** Of a day that is picked before there is a time, after midnight. */
		usualMinute: number;
		zone: string;
		today: LocalDate;
		oncommit: (value: number | null) => void;
	} = $props();
</script>

<Field {label} {id} {hint} {errors}>
	{#snippet children({ id, describedBy, invalid })}
		<MomentInput
			{label}
			isLabelled
			{id}
			{describedBy}
			{invalid}
			{value}
			{usualMinute}
			{zone}
			{today}
			{oncommit}
		/>
	{/snippet}
</Field>
