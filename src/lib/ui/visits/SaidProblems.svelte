<script lang="ts">
	/** Why something did not succeed: sentences, the first as a heading. */
	let { problems }: { problems: readonly string[] } = $props();
</script>

{#if problems.length}
	<div class="mb-4 rounded-box border border-error p-3" role="alert">
		<strong>{problems[0]}</strong>
		<ul>
			{#each problems.slice(1) as sentence (sentence)}<li>{sentence}</li>{/each}
		</ul>
	</div>
{/if}
