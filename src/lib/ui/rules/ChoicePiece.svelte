<script lang="ts" generics="Value extends string | number | boolean | null">
	/** A choice that reads as a piece of its sentence, and opens where it stands. */
	let {
		label,
		value,
		choices,
		isFixed,
		problem,
		onchoose,
	}: {
		label: string;
		value: Value;
		choices: readonly (readonly [value: Value, text: string])[];
		isFixed: boolean;
		/** The id of what says that something is wrong with it. */
		problem: string | undefined;
		onchoose: (value: Value) => void;
	} = $props();

	const chosen = $derived(choices.findIndex(([one]) => one === value));
</script>

<select
	class="piece"
	aria-label={label}
	aria-invalid={problem ? true : undefined}
	aria-describedby={problem}
	disabled={isFixed}
	value={chosen}
	onchange={({ currentTarget }) => onchoose(choices[Number(currentTarget.value)]![0])}
>
	{#each choices as [, text], index (index)}<option value={index}>{text}</option>{/each}
</select>

<style>
	.piece {
		appearance: none;
		field-sizing: content;
		max-inline-size: 100%;
		min-block-size: 2rem;
		padding-inline: 0.375rem;
		margin-inline: 0.0625rem;
		font: inherit;
		font-weight: 700;
		line-height: 1.4;
		color: var(--color-primary);
		background: var(--color-base-200);
		border-block-end: 2px solid var(--color-primary);
		cursor: pointer;
	}
	.piece:disabled {
		color: inherit;
		background: none;
		border-block-end-color: transparent;
		cursor: auto;
		opacity: 1;
	}
	.piece[aria-invalid] {
		color: var(--color-error);
		border-block-end-color: var(--color-error);
	}
</style>
