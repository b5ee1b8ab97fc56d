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
