<script lang="ts">
	import { zoneChoices, zoneOf } from '$lib/core/time/zone-cities';
	import { m } from '$lib/paraglide/messages';
	import Field from './Field.svelte';

	/** A time zone, found by its name or by a city. */
	let {
		id,
		value,
		errors,
		width = 'w-full',
		oncommit,
	}: {
		id: string;
		value: string;
		errors?: readonly string[] | undefined;
		width?: string;
		/** Told the zone of what was typed, or what was typed if it is none. */
		oncommit?: (zone: string) => void;
	} = $props();

	const choices = zoneChoices();
</script>

<Field label={m.basics_zone()} {id} {errors} hint={m.zone_hint()}>
	{#snippet children({ id, describedBy, invalid })}
		<input
			{id}
			name={id}
			class="input {width}"
			list="{id}-options"
			autocomplete="off"
			aria-describedby={describedBy}
			aria-invalid={invalid}
			{value}
			onchange={({ currentTarget }) => {
				const typed = currentTarget.value.trim();
				currentTarget.value = zoneOf(typed) ?? typed;
				oncommit?.(currentTarget.value);
			}}
		/>
		<datalist id="{id}-options">
			{#each choices as { zone, cities } (zone)}
				<option value={zone}>{cities.join(', ')}</option>
			{/each}
		</datalist>
	{/snippet}
</Field>
