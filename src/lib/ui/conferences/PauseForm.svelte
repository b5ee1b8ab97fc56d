<script lang="ts">
	import { enhance } from '$lib/ui/parts/saving/enhance';
	import { m } from '$lib/paraglide/messages';

	/** Stops booking for a while, with a word to the families; or lets it go on. */
	let {
		words,
	}: {
		/** What families read now; `null` while booking goes on. */
		words: string | null;
	} = $props();
</script>

{#if words !== null}
	<form method="post" action="?/resume" novalidate use:enhance>
		<p class="mb-2 font-bold">{words ? m.open_paused({ words }) : m.open_paused_plain()}</p>
		<button class="btn btn-primary">{m.open_resume()}</button>
	</form>
{:else}
	<section>
		<h2 class="mb-2 text-title">{m.open_pause_title()}</h2>
		<form class="max-w-xl" method="post" action="?/pause" novalidate use:enhance>
			<label class="mb-1 block" for="pause-words">{m.open_pause_words()}</label>
			<input
				class="input w-full"
				id="pause-words"
				name="words"
				maxlength="500"
				placeholder={m.open_pause_example()}
			/>
			<button class="btn mt-2">{m.open_pause()}</button>
			<p class="quiet mt-2 text-small">{m.open_pause_about()}</p>
		</form>
	</section>
{/if}
