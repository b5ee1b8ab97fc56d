<script lang="ts">
	import { shownMoment, typedMoment } from '$lib/core/time/typed-moment';
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

	function commit(typed: string) {
		const moment = typedMoment(typed, zone);
		wrong = moment === null ? m.moment_wrong() : '';
		if (moment !== null) onchoose(moment);
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
			class="piece"
			type="datetime-local"
			aria-label={label}
			aria-invalid={problem || wrong ? true : undefined}
			aria-describedby={wrong ? id : problem}
			disabled={isFixed}
			value={shownMoment(value, zone)}
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
</style>
