<script lang="ts">
	import {
		LONGEST_GAP,
		LONGEST_SLOT,
		SHORTEST_SLOT,
		type Division,
	} from '$lib/core/slots/slot-grid';
	import { m } from '$lib/paraglide/messages';
	import NumberField from '../parts/forms/NumberField.svelte';

	/** How long a slot is and how long the gaps after it; `null` as one: the conference's. */
	let {
		divisions,
		usual,
		oncommit,
	}: {
		/** Of everything that is picked. */
		divisions: readonly (Division | null)[];
		usual: Division;
		oncommit: (edit: (division: Division) => Division | null) => void;
	} = $props();

	const all = $derived(divisions.map((division) => division ?? usual));
	function common<T>(pick: (division: Division) => T): T | null {
		const values = new Set(all.map((division) => JSON.stringify(pick(division))));
		return values.size === 1 ? pick(all[0]!) : null;
	}
	const longGap = $derived(common(({ longGap }) => longGap ?? null));
	const isOwn = $derived(divisions.some((division) => division !== null));
</script>

<fieldset>
	<legend class="mb-1 font-bold">{m.division_title()}</legend>
	<div class="flex flex-wrap gap-x-4 gap-y-1.5">
		<NumberField
			label={m.division_slot()}
			value={common(({ slotMinutes }) => slotMinutes)}
			min={SHORTEST_SLOT}
			max={LONGEST_SLOT}
			unit={m.unit_minutes()}
			oncommit={(slotMinutes) => oncommit((division) => ({ ...division, slotMinutes }))}
		/>
		<NumberField
			label={m.division_gap()}
			value={common(({ gapMinutes }) => gapMinutes)}
			min={0}
			max={LONGEST_GAP}
			unit={m.unit_minutes()}
			oncommit={(gapMinutes) => oncommit((division) => ({ ...division, gapMinutes }))}
		/>
	</div>
	<div class="mt-1.5 flex flex-wrap items-center gap-x-3 gap-y-1.5">
		<label class="flex items-center gap-2 text-small">
			<input
				type="checkbox"
				class="checkbox checkbox-xs"
				checked={longGap !== null}
				onchange={(event) => {
					const wanted = event.currentTarget.checked ? { every: 4, minutes: 10 } : null;
					oncommit((division) => ({ ...division, longGap: wanted }));
				}}
			/>
			{m.division_long_gap()}
		</label>
		{#if longGap}
			<NumberField
				label={m.division_every()}
				value={longGap.every}
				min={2}
				max={50}
				oncommit={(every) =>
					oncommit((division) => ({ ...division, longGap: { ...longGap, every } }))}
			/>
			<NumberField
				label={m.division_lasts()}
				value={longGap.minutes}
				min={0}
				max={LONGEST_GAP}
				unit={m.unit_minutes()}
				oncommit={(minutes) =>
					oncommit((division) => ({ ...division, longGap: { ...longGap, minutes } }))}
			/>
		{/if}
	</div>
	{#if isOwn}
		<button type="button" class="link mt-1 text-small" onclick={() => oncommit(() => null)}>
			{m.division_as_conference({ minutes: usual.slotMinutes })}
		</button>
	{/if}
</fieldset>
