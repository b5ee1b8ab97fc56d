<script lang="ts">
	import type { SaidAnswer } from '$lib/operations/floor';
	import { answerText } from '$lib/words/answer-text';

	/** What a family has said, for whoever receives it. */
	let { said }: { said: readonly SaidAnswer[] } = $props();
</script>

{#if said.length}
	<dl class="mt-1 text-small">
		{#each said as { question, value }, index (index)}
			<dt class="quiet">{question}</dt>
			<dd class="mb-1 whitespace-pre-line">{answerText(value)}</dd>
		{/each}
	</dl>
{/if}
