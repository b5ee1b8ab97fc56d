<script lang="ts">
	/** The small picture of somebody whose name stands beside it. */
	let { picture, size = 64 }: { picture: string; size?: number } = $props();
</script>

<img src="/picture/{picture}" alt="" width={size} height={size} loading="lazy" />

<style>
	img {
		flex: none;
		border-radius: var(--radius-field);
		object-fit: cover;
		background: var(--color-base-300);
	}
</style>
