<script lang="ts">
	import type { Snippet } from 'svelte';

	/** Something shown smaller than it is, to be looked at and not used. */
	let {
		label,
		width,
		height,
		scale,
		children,
	}: {
		label: string;
		/** Of what is shown; pixels. */
		width: number;
		height: number;
		scale: number;
		children: Snippet;
	} = $props();
</script>

<figure style:inline-size="{width * scale}px">
	<figcaption class="mb-1 text-small">{label}</figcaption>
	<div class="window" style:block-size="{height * scale}px">
		<div
			class="shown"
			inert
			style:inline-size="{width}px"
			style:block-size="{height}px"
			style:scale
		>
			{@render children()}
		</div>
	</div>
</figure>

<style>
	.window {
		overflow: hidden;
		border: 1px solid var(--color-base-300);
		border-radius: var(--radius-box);
	}
	.shown {
		transform-origin: top left;
		overflow: hidden;
	}
	.shown:dir(rtl) {
		transform-origin: top right;
	}
</style>
