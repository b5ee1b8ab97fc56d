<script lang="ts">
	/** Says that somebody has left, so that nobody wonders why nothing happens. */
	let { text }: { text: string } = $props();
</script>

<p class="mb-4 border-s-4 border-error ps-3" role="note">{text}</p>
