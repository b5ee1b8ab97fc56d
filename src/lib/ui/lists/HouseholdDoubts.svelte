<script lang="ts">
	import { pairKey } from '$lib/core/lists/households';
	import type { NamedDoubt } from '$lib/core/lists/register-difference';
	import { m } from '$lib/paraglide/messages';
	import { listText } from '../format/when';

	/** Pairs of adults of whom nobody can tell whether they live together, each asked about once. */
	let {
		doubts,
		answer,
	}: {
		doubts: readonly NamedDoubt[];
		answer: (key: string, isTogether: boolean) => void;
	} = $props();
</script>

{#if doubts.length}
	<section class="mb-8">
		<h3 class="font-bold">{m.lists_doubts({ count: doubts.length })}</h3>
		<p class="quiet mb-2 text-small">{m.lists_doubts_about()}</p>
		<ul class="max-h-80 overflow-auto border-t border-base-300">
			{#each doubts as doubt (pairKey(doubt.a, doubt.b))}
				<li class="flex flex-wrap items-center gap-x-4 border-b border-base-300 py-2">
					<span class="min-w-72">
						<strong>{listText(doubt.names)}</strong>
						<span class="quiet block text-small"
							>{m.lists_doubt_about({ students: listText(doubt.studentNames) })}</span
						>
					</span>
					<span class="join">
						{#each [true, false] as together (together)}
							<button
								class="btn join-item btn-sm"
								class:btn-primary={doubt.together === together}
								aria-pressed={doubt.together === together}
								onclick={() => answer(pairKey(doubt.a, doubt.b), together)}
							>
								{together ? m.lists_together() : m.lists_apart()}
							</button>
						{/each}
					</span>
				</li>
			{/each}
		</ul>
	</section>
{/if}
