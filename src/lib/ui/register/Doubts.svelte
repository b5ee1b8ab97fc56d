<script lang="ts">
	/** Questions with two answers, one of which is proposed; each is asked once. */
	let {
		title,
		about,
		doubts,
		answer,
	}: {
		title: string;
		about: string;
		doubts: readonly {
			readonly key: string;
			readonly name: string;
			readonly facts?: string;
			/** What yes and no are called here. */
			readonly answers: readonly [yes: string, no: string];
			/** What is proposed, or was answered. */
			readonly isSo: boolean;
		}[];
		answer: (key: string, isSo: boolean) => void;
	} = $props();
</script>

{#if doubts.length}
	<section class="mb-8">
		<h3 class="font-bold">{title}</h3>
		<p class="quiet mb-2 text-small">{about}</p>
		<ul class="max-h-80 overflow-auto border-t border-base-300">
			{#each doubts as { key, name, facts, answers, isSo } (key)}
				<li class="flex flex-wrap items-center gap-x-4 border-b border-base-300 py-2">
					<span class="min-w-60">
						<strong>{name}</strong>
						{#if facts}<span class="quiet block text-small">{facts}</span>{/if}
					</span>
					<span class="flex gap-1">
						{#each [true, false] as choice, index (choice)}
							<button
								class="btn btn-sm"
								class:btn-primary={isSo === choice}
								aria-pressed={isSo === choice}
								onclick={() => answer(key, choice)}
							>
								{answers[index]}
							</button>
						{/each}
					</span>
				</li>
			{/each}
		</ul>
	</section>
{/if}
