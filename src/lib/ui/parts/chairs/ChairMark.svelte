<script lang="ts">
	/** The mark: a plain chair from the side, with somebody on it. */
	let { size = 32 }: { size?: number } = $props();
</script>

<svg
	viewBox="0 0 24 28"
	height={size}
	width={(size * 24) / 28}
	fill="none"
	stroke="currentColor"
	stroke-width="2.6"
	stroke-linecap="round"
	stroke-linejoin="round"
	aria-hidden="true"
>
	<path d="M6 2.5V25.5M6 16H18V25.5" />
	<circle cx="12.5" cy="7.5" r="4.3" fill="currentColor" stroke="none" />
</svg>
