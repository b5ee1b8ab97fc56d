<script lang="ts">
	import type { SeatState } from '$lib/core/snapshot/seat-state';

	/** A seat as a chair: its shape tells the state without its colour. */
	let { state, size = 26 }: { state: SeatState; size?: number } = $props();
</script>

<svg
	class="seat {state}"
	viewBox="0 0 24 28"
	height={size}
	width={(size * 24) / 28}
	fill="none"
	stroke="currentColor"
	stroke-linecap="round"
	stroke-linejoin="round"
	aria-hidden="true"
>
	{#if state === 'blocked'}
		<!-- Folded and put aside. -->
		<path d="M8 4L14 25.5M14 4L8 25.5M7 15H15" />
	{:else}
		<path d="M6 3.5V25.5M6 16H18V25.5" />
		{#if state === 'booked'}
			<circle cx="12.5" cy="8.3" r="4.1" fill="currentColor" stroke="none" />
		{:else if state === 'held'}
			<circle cx="12.5" cy="8.3" r="3.4" />
		{:else if state === 'asked'}
			<!-- Somebody with a hand up. -->
			<circle cx="12" cy="9.2" r="3.1" fill="currentColor" stroke="none" />
			<path d="M17 12V4.5" />
		{/if}
	{/if}
</svg>

<style>
	.seat {
		stroke-width: 1.3;
		color: var(--color-accent);
	}
	.booked {
		stroke-width: 2.8;
		color: var(--color-primary);
	}
	.asked {
		stroke-width: 2.4;
		color: var(--color-error);
	}
	.held {
		stroke-width: 1.8;
		color: var(--color-neutral);
	}
	.blocked {
		stroke-width: 1.2;
		opacity: 0.75;
	}
	.past {
		opacity: 0.4;
	}
</style>
