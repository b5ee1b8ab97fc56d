<script lang="ts">
	import { localOf, typedDate } from '$lib/core/time/local-of';
	import { instantOf } from '$lib/core/time/local-time';
	import { formatTimeOfDay, parseTypedTime } from '$lib/core/time/typed-time';
	import { m } from '$lib/paraglide/messages';
	import Field from './Field.svelte';

	/** A moment (milliseconds) as a local date and time; empty is `null`. */
	let {
		label,
		id,
		hint,
		errors,
		value,
		zone,
		oncommit,
	}: {
		label: string;
		id: string;
		hint: string;
		errors: string[];
		value: number | null;
		zone: string;
		oncommit: (value: number | null) => void;
	} = $props();

	let wrong = $state('');
	const shown = $derived.by(() => {
		if (value === null) return '';
		const { date, minute } = localOf(value, zone);
		return `${date}T${formatTimeOfDay(minute)}`;
	});

	function commit(typed: string) {
		wrong = '';
		if (!typed) return oncommit(null);
		const [date = '', time = ''] = typed.split('T');
		const instant = instantOf(typedDate(date), parseTypedTime(time) ?? -1, zone);
		if (instant.ok) oncommit(instant.epoch);
		else wrong = m.moment_wrong();
	}
</script>

<Field {label} {id} {hint} errors={wrong ? [wrong] : errors}>
	{#snippet children({ id, describedBy, invalid })}
		<input
			{id}
			class="input"
			type="datetime-local"
			aria-describedby={describedBy}
			aria-invalid={invalid}
			value={shown}
			onchange={({ currentTarget }) => commit(currentTarget.value)}
		/>
	{/snippet}
</Field>
