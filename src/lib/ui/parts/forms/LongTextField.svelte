<script lang="ts">
	import Field from './Field.svelte';

	/** A labelled text of several lines with its hint and error. */
	let {
		label,
		id,
		value = $bindable(),
		hint,
		errors,
		rows = 3,
		disabled = false,
		spellcheck = true,
	}: {
		label: string;
		id: string;
		value: string;
		hint?: string;
		errors?: readonly string[] | undefined;
		/** Lines that are seen at once. */
		rows?: number;
		disabled?: boolean;
		spellcheck?: boolean;
	} = $props();
</script>

<Field {label} {id} {hint} {errors}>
	{#snippet children({ id, describedBy, invalid })}
		<textarea
			{id}
			name={id}
			class="textarea w-full"
			{rows}
			{disabled}
			{spellcheck}
			aria-describedby={describedBy}
			aria-invalid={invalid}
			bind:value></textarea>
	{/snippet}
</Field>
