<script lang="ts" module>
	import type { SeatState } from '$lib/core/snapshot/seat-state';

	/** In strokes without an inside, so that only heads are filled. */
	const CHAIR = 'M6 3.5V25.5M6 16H18M18 16V25.5';
	const head = (x: number, y: number, radius: number): string =>
		`M${x - radius} ${y}a${radius} ${radius} 0 1 0 ${2 * radius} 0a${radius} ${radius} 0 1 0 ${-2 * radius} 0`;
	/** One shape each: a large board has thousands of seats. */
	const shapes: Readonly<Record<SeatState, string>> = {
		free: CHAIR,
		past: CHAIR,
		booked: CHAIR + head(12.5, 8.3, 2.7),
		held: CHAIR + head(12.5, 8.3, 3.4),
		// Somebody with a hand up.
		asked: `${CHAIR}${head(12, 9.2, 1.9)}M17 12V4.5`,
		// Folded and put aside.
		blocked: 'M8 4L14 25.5M14 4L8 25.5M7 15H15',
	};
</script>

<script lang="ts">
	/** A seat as a chair: its shape tells the state without its colour. */
	let { state, size = 26 }: { state: SeatState; size?: number } = $props();
</script>

<!-- The look is the path's alone: a board that shows another date gives each seat another state at once. -->
<svg viewBox="0 0 24 28" height={size} width={(size * 24) / 28} aria-hidden="true">
	<path class={state} d={shapes[state]} />
</svg>

<style>
	path {
		fill: none;
		stroke: currentColor;
		stroke-width: 1.3;
		stroke-linecap: round;
		stroke-linejoin: round;
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
	.booked,
	.asked {
		fill: currentColor;
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
	/* A drawing is not forced by itself. */
	@media (forced-colors: active) {
		path[class] {
			color: CanvasText;
		}
	}
</style>
