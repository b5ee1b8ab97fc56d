<script lang="ts" generics="Value extends string | number">
	import type { HTMLInputAttributes } from 'svelte/elements';
	import Field from './Field.svelte';

	/** A labelled line of text (or number) with its hint and error. */
	let {
		label,
		id,
		value = $bindable(),
		hint,
		errors,
		unit,
		width = 'w-full',
		...input
	}: {
		label: string;
		id: string;
		value: Value;
		hint?: string;
		errors?: readonly string[] | undefined;
		/** Written behind the control. */
		unit?: string;
		/** The control's classes beyond those of every input. */
		width?: string;
	} & Pick<HTMLInputAttributes, 'type' | 'autocomplete' | 'min' | 'max' | 'oninput'> = $props();
</script>

<Field {label} {id} {hint} {errors}>
	{#snippet children({ id, describedBy, invalid })}
		<span class="flex items-center gap-2">
			<input
				{id}
				name={id}
				class="input {width}"
				aria-describedby={describedBy}
				aria-invalid={invalid}
				bind:value
				{...input}
			/>
			{unit}
		</span>
	{/snippet}
</Field>
