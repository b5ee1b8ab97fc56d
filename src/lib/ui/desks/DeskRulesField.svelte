<script lang="ts">
	import type { DeskRules } from '$lib/core/desks/desk-rules';
	import { m } from '$lib/paraglide/messages';

	/** What one desk, or many, have of their own among the rules of booking. */
	let {
		rules,
		isGroup,
		oncommit,
	}: {
		/** Of everything that is picked. */
		rules: readonly DeskRules[];
		/** Several families can be there at once. */
		isGroup: boolean;
		oncommit: (changed: Partial<DeskRules>) => void;
	} = $props();

	const id = $props.id();
	/** What differs from desk to desk is shown as neither. */
	const MIXED = '-';
	const common = <Key extends keyof DeskRules>(key: Key): string => {
		const values = new Set(rules.map((one) => String(one[key])));
		return values.size === 1 ? [...values][0]! : MIXED;
	};
	const numberOf = (text: string) => (text === 'null' ? null : Number(text));
	const PER_DAY = [5, 8, 10, 12, 15, 20, 25, 30];
	const perDay = $derived(common('perDay'));
	const dayChoices = $derived(
		[...new Set([...PER_DAY, ...rules.flatMap((one) => one.perDay ?? [])])].sort((a, b) => a - b),
	);
</script>

{#snippet mixed(value: string)}
	{#if value === MIXED}<option value={MIXED}>{m.desk_rules_mixed()}</option>{/if}
{/snippet}

<fieldset class="space-y-2 text-small">
	<legend class="mb-1 font-bold">{m.desk_rules()}</legend>
	<div class="rule">
		<label for="{id}-asked">{m.desk_rules_bookings()}</label>
		<select
			id="{id}-asked"
			class="select select-sm"
			value={common('acceptance')}
			onchange={({ currentTarget: { value } }) => {
				if (value !== MIXED)
					oncommit({ acceptance: value === 'null' ? null : (value as 'at-once' | 'asked') });
			}}
		>
			{@render mixed(common('acceptance'))}
			<option value="null">{m.desk_rules_as_all()}</option>
			<option value="at-once">{m.rules_at_once()}</option>
			<option value="asked">{m.rules_asked()}</option>
		</select>
	</div>
	<div class="rule">
		<label for="{id}-day">{m.desk_rules_day()}</label>
		<select
			id="{id}-day"
			class="select select-sm"
			value={perDay}
			onchange={({ currentTarget: { value } }) => {
				if (value !== MIXED) oncommit({ perDay: numberOf(value) });
			}}
		>
			{@render mixed(perDay)}
			<option value="null">{m.desk_rules_as_all()}</option>
			{#each dayChoices as count (count)}
				<option value={String(count)}>{m.desk_rules_day_most({ count })}</option>
			{/each}
		</select>
	</div>
	<div class="rule">
		<label for="{id}-long">{m.desk_rules_long()}</label>
		<select
			id="{id}-long"
			class="select select-sm"
			value={common('longSlots')}
			onchange={({ currentTarget: { value } }) => {
				if (value !== MIXED) oncommit({ longSlots: numberOf(value) });
			}}
		>
			{@render mixed(common('longSlots'))}
			<option value="null">{m.desk_rules_long_none()}</option>
			{#each [2, 3, 4] as count (count)}
				<option value={String(count)}>{m.desk_rules_long_slots({ count })}</option>
			{/each}
		</select>
	</div>
	{#if isGroup}
		<label class="flex items-start gap-2">
			<input
				type="checkbox"
				class="checkbox checkbox-sm"
				checked={common('groupSees') === 'true'}
				indeterminate={common('groupSees') === MIXED}
				onchange={({ currentTarget }) => oncommit({ groupSees: currentTarget.checked })}
			/>
			{m.desk_rules_group_sees()}
		</label>
	{/if}
</fieldset>

<style>
	.rule {
		display: flex;
		flex-wrap: wrap;
		align-items: center;
		justify-content: space-between;
		gap: 0.25rem 0.75rem;
	}
	.rule .select {
		inline-size: 12rem;
	}
</style>
