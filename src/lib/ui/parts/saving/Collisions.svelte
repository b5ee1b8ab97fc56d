<script lang="ts">
	import { m } from '$lib/paraglide/messages';

	/** What two people set differently at the same time: both values, to choose. */
	let {
		entries,
		onchoose,
	}: {
		entries: readonly {
			readonly what: string;
			readonly mine: string;
			readonly theirs: string;
		}[];
		/** Theirs stands already; mine has to be set again. */
		onchoose: (index: number, whose: 'mine' | 'theirs') => void;
	} = $props();
</script>

{#if entries.length}
	<section class="mb-4 border-y border-error py-3" role="alert">
		<p class="mb-2 font-bold">{m.collision_title()}</p>
		<ul class="space-y-2">
			{#each entries as { what, mine, theirs }, index (`${what}${mine}${theirs}`)}
				<li class="flex flex-wrap items-baseline gap-x-3 gap-y-1">
					<strong>{what}</strong>
					<button
						type="button"
						class="btn btn-outline btn-xs"
						onclick={() => onchoose(index, 'theirs')}
					>
						{m.collision_theirs({ value: theirs })}
					</button>
					<button
						type="button"
						class="btn btn-outline btn-xs"
						onclick={() => onchoose(index, 'mine')}
					>
						{m.collision_mine({ value: mine })}
					</button>
				</li>
			{/each}
		</ul>
	</section>
{/if}
