<script lang="ts">
	import { type LocalDate, localOf } from '$lib/core/time/local-of';
	import MomentInput from '../parts/dates/MomentInput.svelte';
	import ChoicePiece from './ChoicePiece.svelte';

	/** A moment as a piece of its sentence, or that there is none. */
	let {
		label,
		value,
		none,
		some,
		usual,
		zone,
		today,
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
		today: LocalDate;
		isFixed: boolean;
		problem: string | undefined;
		onchoose: (value: number | null) => void;
	} = $props();
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
		<MomentInput
			{label}
			isPiece
			isRequired
			{isFixed}
			describedBy={problem}
			invalid={problem !== undefined}
			{value}
			usualMinute={localOf(usual, zone).minute}
			{zone}
			{today}
			oncommit={onchoose}
		/>
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
</style>
