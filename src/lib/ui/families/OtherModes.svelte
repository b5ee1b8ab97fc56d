<script lang="ts">
	import type { Mode } from '$lib/core/ways-to-meet';
	import { m } from '$lib/paraglide/messages';

	/** The other ways in which an appointment could be held at its own time. */
	let {
		modes,
		letter = '',
		isBusy,
		onpick,
	}: {
		modes: readonly Mode[];
		/** The letter that does the first of them, if there is one. */
		letter?: string;
		isBusy: boolean;
		onpick: (mode: Mode) => void;
	} = $props();

	const text: Record<Mode, () => string> = {
		'in-person': m.how_in_person,
		video: m.how_video,
		telephone: m.how_telephone,
	};
</script>

{#each modes as mode, index (mode)}
	<button
		type="button"
		class="btn btn-outline btn-sm"
		disabled={isBusy}
		onclick={() => onpick(mode)}
	>
		{text[mode]()}
		{#if letter && index === 0}<kbd class="kbd kbd-xs" aria-hidden="true">{letter}</kbd>{/if}
	</button>
{/each}
