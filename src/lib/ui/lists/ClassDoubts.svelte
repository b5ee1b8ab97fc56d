<script lang="ts">
	import { classKey, type ClassDoubt } from '$lib/core/lists/shared-classes';
	import { m } from '$lib/paraglide/messages';
	import { listText } from '../format/when';

	/** Cells that may name several classes, each asked about once. */
	let {
		doubts,
		answer,
	}: {
		doubts: readonly ClassDoubt[];
		answer: (key: string, isApart: boolean) => void;
	} = $props();
</script>

{#if doubts.length}
	<section class="mb-8">
		<h3 class="font-bold">{m.lists_class_doubts({ count: doubts.length })}</h3>
		<p class="quiet mb-2 text-small">{m.lists_class_doubts_about()}</p>
		<ul class="max-h-80 overflow-auto border-t border-base-300">
			{#each doubts as { label, parts, apart } (label)}
				<li class="flex flex-wrap items-center gap-x-4 border-b border-base-300 py-2">
					<strong class="min-w-40">{label}</strong>
					<span class="join">
						{#each [true, false] as isApart (isApart)}
							<button
								class="btn join-item btn-sm"
								class:btn-primary={apart === isApart}
								aria-pressed={apart === isApart}
								onclick={() => answer(classKey(label), isApart)}
							>
								{isApart ? m.lists_class_parts({ parts: listText(parts) }) : m.lists_class_whole()}
							</button>
						{/each}
					</span>
				</li>
			{/each}
		</ul>
	</section>
{/if}
