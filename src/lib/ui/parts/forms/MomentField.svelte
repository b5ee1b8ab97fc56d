<script lang="ts">
	import { shownMoment, typedMoment } from '$lib/core/time/typed-moment';
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

	function commit(typed: string) {
		wrong = '';
		if (!typed) return oncommit(null);
		const moment = typedMoment(typed, zone);
		if (moment === null) wrong = m.moment_wrong();
		else oncommit(moment);
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
			value={shownMoment(value, zone)}
			onchange={({ currentTarget }) => commit(currentTarget.value)}
		/>
	{/snippet}
</Field>
