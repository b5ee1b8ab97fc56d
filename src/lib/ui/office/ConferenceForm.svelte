<script lang="ts" module>
	import type { HoursRow } from '../forms/hours-rows';

	/** The basics of a conference while they are typed. */
	export interface BasicsFields {
		name: string;
		words: string;
		timeZone: string;
		hours: HoursRow[];
		slotMinutes: number;
		gapMinutes: number;
		opensAt: string;
		closesAt: string;
	}
</script>

<script lang="ts">
	import { isTimeZone } from '$lib/core/time/local-time';
	import { LONGEST_SLOT, SHORTEST_SLOT } from '$lib/core/slots/slot-grid';
	import { m } from '$lib/paraglide/messages';
	import Field from '../forms/Field.svelte';
	import HoursEditor from '../forms/HoursEditor.svelte';

	let {
		fields = $bindable(),
		errors,
		hoursError,
		zones,
		today,
	}: {
		fields: BasicsFields;
		errors: Partial<Record<keyof BasicsFields, string[] | undefined>>;
		hoursError?: string;
		zones: readonly string[];
		today: string;
	} = $props();

	const zone = $derived(isTimeZone(fields.timeZone) ? fields.timeZone : 'UTC');
</script>

<Field label={m.basics_name()} id="name" errors={errors.name}>
	{#snippet children({ id, describedBy, invalid })}
		<input
			{id}
			class="input w-full max-w-lg font-display text-title"
			aria-describedby={describedBy}
			aria-invalid={invalid}
			bind:value={fields.name}
		/>
	{/snippet}
</Field>
<Field label={m.basics_words()} id="words" hint={m.basics_words_hint()} errors={errors.words}>
	{#snippet children({ id, describedBy, invalid })}
		<textarea
			{id}
			class="textarea w-full max-w-lg"
			rows="3"
			aria-describedby={describedBy}
			aria-invalid={invalid}
			bind:value={fields.words}></textarea>
	{/snippet}
</Field>
<div class="flex flex-wrap gap-x-8">
	<Field label={m.basics_slot()} id="slotMinutes" errors={errors.slotMinutes}>
		{#snippet children({ id, describedBy, invalid })}
			<span class="flex items-center gap-2">
				<input
					{id}
					type="number"
					class="input w-20"
					min={SHORTEST_SLOT}
					max={LONGEST_SLOT}
					aria-describedby={describedBy}
					aria-invalid={invalid}
					bind:value={fields.slotMinutes}
				/>
				{m.unit_minutes()}
			</span>
		{/snippet}
	</Field>
	<Field label={m.basics_gap()} id="gapMinutes" errors={errors.gapMinutes}>
		{#snippet children({ id, describedBy, invalid })}
			<span class="flex items-center gap-2">
				<input
					{id}
					type="number"
					class="input w-20"
					min="0"
					max="60"
					aria-describedby={describedBy}
					aria-invalid={invalid}
					bind:value={fields.gapMinutes}
				/>
				{m.unit_minutes()}
			</span>
		{/snippet}
	</Field>
	<Field label={m.basics_zone()} id="timeZone" errors={errors.timeZone}>
		{#snippet children({ id, describedBy, invalid })}
			<input
				{id}
				class="input w-56"
				list="zones"
				aria-describedby={describedBy}
				aria-invalid={invalid}
				bind:value={fields.timeZone}
			/>
			<datalist id="zones">
				{#each zones as name (name)}<option value={name}></option>{/each}
			</datalist>
		{/snippet}
	</Field>
</div>
<fieldset class="mb-6">
	<legend class="mb-2 font-bold">{m.basics_hours()}</legend>
	<HoursEditor
		bind:rows={fields.hours}
		division={{ slotMinutes: fields.slotMinutes, gapMinutes: fields.gapMinutes }}
		{zone}
		{today}
	/>
	{#if hoursError}<p class="mt-1 text-small text-error" role="alert">{hoursError}</p>{/if}
</fieldset>
<div class="flex flex-wrap gap-x-8">
	<Field label={m.basics_opens()} id="opensAt" hint={m.basics_opens_hint()} errors={errors.opensAt}>
		{#snippet children({ id, describedBy, invalid })}
			<input
				{id}
				type="datetime-local"
				class="input"
				aria-describedby={describedBy}
				aria-invalid={invalid}
				bind:value={fields.opensAt}
			/>
		{/snippet}
	</Field>
	<Field
		label={m.basics_closes()}
		id="closesAt"
		hint={m.basics_closes_hint()}
		errors={errors.closesAt}
	>
		{#snippet children({ id, describedBy, invalid })}
			<input
				{id}
				type="datetime-local"
				class="input"
				aria-describedby={describedBy}
				aria-invalid={invalid}
				bind:value={fields.closesAt}
			/>
		{/snippet}
	</Field>
</div>
