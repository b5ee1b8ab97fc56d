<script lang="ts" module>
	import type { HoursRow } from '../parts/forms/hours-rows';

	/** What a new conference needs, while it is typed. */
	export interface ConferenceFields {
		name: string;
		timeZone: string;
		hours: readonly HoursRow[];
		slotMinutes: number;
		gapMinutes: number;
	}
</script>

<script lang="ts">
	import type { LocalDate } from '$lib/core/time/local-of';
	import { isTimeZone } from '$lib/core/time/local-time';
	import { LONGEST_SLOT, SHORTEST_SLOT } from '$lib/core/slots/slot-grid';
	import { m } from '$lib/paraglide/messages';
	import ZoneField from '../parts/forms/ZoneField.svelte';
	import TextField from '../parts/forms/TextField.svelte';
	import HoursEditor from '../parts/forms/HoursEditor.svelte';

	let {
		fields = $bindable(),
		faultsOf,
		hoursError,
		today,
	}: {
		fields: ConferenceFields;
		/** The sentences for what is wrong with a field. */
		faultsOf: (field: keyof ConferenceFields) => readonly string[];
		hoursError?: string | undefined;
		today: LocalDate;
	} = $props();

	const zone = $derived(isTimeZone(fields.timeZone) ? fields.timeZone : 'UTC');
</script>

<TextField
	label={m.basics_name()}
	id="name"
	errors={faultsOf('name')}
	width="w-full max-w-lg font-display text-title"
	bind:value={fields.name}
/>
<div class="flex flex-wrap gap-x-8">
	<TextField
		label={m.basics_slot()}
		id="slotMinutes"
		type="number"
		min={SHORTEST_SLOT}
		max={LONGEST_SLOT}
		errors={faultsOf('slotMinutes')}
		width="w-20"
		unit={m.unit_minutes()}
		bind:value={fields.slotMinutes}
	/>
	<TextField
		label={m.basics_gap()}
		id="gapMinutes"
		type="number"
		min="0"
		max="60"
		errors={faultsOf('gapMinutes')}
		width="w-20"
		unit={m.unit_minutes()}
		bind:value={fields.gapMinutes}
	/>
	<ZoneField
		id="timeZone"
		errors={faultsOf('timeZone')}
		width="w-56"
		value={fields.timeZone}
		oncommit={(timeZone) => (fields.timeZone = timeZone)}
	/>
</div>
<fieldset class="mb-6">
	<legend class="mb-2 font-bold">{m.basics_hours()}</legend>
	<HoursEditor
		rows={fields.hours}
		onchange={(hours) => (fields.hours = hours)}
		division={{ slotMinutes: fields.slotMinutes, gapMinutes: fields.gapMinutes }}
		{zone}
		{today}
	/>
	{#if hoursError}<p class="mt-1 text-small text-error" role="alert">{hoursError}</p>{/if}
</fieldset>
