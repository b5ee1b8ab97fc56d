<script lang="ts">
	/** A whole number that takes effect when it is finished; empty where several differ. */
	let {
		label,
		value,
		min,
		max,
		unit = '',
		oncommit,
	}: {
		label: string;
		value: number | null;
		min: number;
		max: number;
		unit?: string;
		oncommit: (value: number) => void;
	} = $props();

	let input = $state<HTMLInputElement>();
	let wrong = $state(false);

	function commit() {
		const typed = input!.value.trim();
		const number = Number(typed);
		wrong = typed !== '' && !(Number.isInteger(number) && number >= min && number <= max);
		if (typed !== '' && !wrong && number !== value) oncommit(number);
	}
</script>

<label class="inline-flex items-center gap-1.5">
	<span class="quiet text-small">{label}</span>
	<input
		bind:this={input}
		class="input input-sm w-16"
		type="number"
		{min}
		{max}
		value={value ?? ''}
		aria-invalid={wrong || undefined}
		onchange={commit}
	/>
	{#if unit}<span class="text-small">{unit}</span>{/if}
</label>
