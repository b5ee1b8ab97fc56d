<script lang="ts">
	import type { Mode } from '$lib/core/ways-to-meet';
	import { m } from '$lib/paraglide/messages';

	/** The other ways in which an appointment could be held at its own time. */
	let {
		modes,
		isBusy,
		onpick,
	}: { modes: readonly Mode[]; isBusy: boolean; onpick: (mode: Mode) => void } = $props();

	const text: Record<Mode, () => string> = {
		'in-person': m.how_in_person,
		video: m.how_video,
		telephone: m.how_telephone,
	};
</script>

{#each modes as mode (mode)}
	<button
		type="button"
		class="btn btn-outline btn-sm"
		disabled={isBusy}
		onclick={() => onpick(mode)}>{text[mode]()}</button
	>
{/each}
