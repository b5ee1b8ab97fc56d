<script lang="ts">
	import { m } from '$lib/paraglide/messages';

	/** The code of a letter, typed away from the start page, which answers it; the way to a lost link beside it. */
	let { target }: { target?: '_top' } = $props();
</script>

<form method="post" action="/?/code" {target} class="mb-2">
	<label class="mb-1 block font-bold" for="code">{m.start_code()}</label>
	<span class="flex flex-wrap gap-2">
		<input
			class="input min-w-40 grow basis-56 font-display tracking-widest uppercase"
			id="code"
			name="code"
			autocomplete="off"
			required
		/>
		<button class="btn btn-primary">{m.start_code_go()}</button>
	</span>
</form>
<a class="inline-flex min-h-11 items-center text-small underline" href="/?lost" {target}>
	{m.start_lost()}
</a>
