<script lang="ts">
	import { localOf, typedDate } from '$lib/core/time/local-of';
	import { instantOf } from '$lib/core/time/local-time';
	import { formatTimeOfDay, parseTypedTime } from '$lib/core/time/typed-time';
	import { m } from '$lib/paraglide/messages';
	import ChoicePiece from './ChoicePiece.svelte';

	/** A moment as a piece of its sentence, or that there is none. */
	let {
		label,
		value,
		none,
		some,
		usual,
		zone,
		isFixed,
		problem,
		onchoose,
	}: {
		label: string;
		/** Milliseconds. */
		value: number | null;
		/** How the sentence goes without one. */
		none: string;
		/** How it goes on to one. */
		some: string;
		/** What stands there first, once there shall be one; milliseconds. */
		usual: number;
		zone: string;
		isFixed: boolean;
		problem: string | undefined;
		onchoose: (value: number | null) => void;
	} = $props();

	const id = $props.id();
	let wrong = $state('');
	const shown = $derived.by(() => {
		if (value === null) return '';
		const { date, minute } = localOf(value, zone);
		return `${date}T${formatTimeOfDay(minute)}`;
	});

	function commit(typed: string) {
		const [date = '', time = ''] = typed.split('T');
		const instant = instantOf(typedDate(date), parseTypedTime(time) ?? -1, zone);
		wrong = instant.ok ? '' : m.moment_wrong();
		if (instant.ok) onchoose(instant.epoch);
	}
</script>

<span class="moment-piece">
	<ChoicePiece
		{label}
		value={value !== null}
		choices={[
			[false, none],
			[true, some],
		]}
		{isFixed}
		problem={value === null ? problem : undefined}
		onchoose={(isSet) => onchoose(isSet ? usual : null)}
	/>
	{#if value !== null}
		<input
			class="moment"
			type="datetime-local"
			aria-label={label}
			aria-invalid={problem || wrong ? true : undefined}
			aria-describedby={wrong ? id : problem}
			disabled={isFixed}
			value={shown}
			onchange={({ currentTarget }) => commit(currentTarget.value)}
		/>
		{#if wrong}<span {id} class="text-small text-error" role="alert">{wrong}</span>{/if}
	{/if}
</span>

<style>
	/* In a row, so that no space of the source stands before what follows in the sentence. */
	.moment-piece {
		display: inline-flex;
		flex-wrap: wrap;
		align-items: center;
		gap: 0.25rem;
	}

	.moment {
		min-block-size: 2rem;
		padding-inline: 0.375rem;
		font: inherit;
		font-weight: 700;
		line-height: 1.4;
		color: var(--color-primary);
		background: var(--color-base-200);
		border-block-end: 2px solid var(--color-primary);
	}
	.moment[aria-invalid] {
		color: var(--color-error);
		border-block-end-color: var(--color-error);
	}
</style>
