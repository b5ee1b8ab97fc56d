<script lang="ts">
	import type { Action } from 'svelte/action';

	/** Marks somebody as left, or as here again. */
	let {
		hasLeft,
		leave,
		comeBack,
		enhance,
	}: {
		hasLeft: boolean;
		leave: string;
		comeBack: string;
		/** How the page's forms are sent. */
		enhance: Action<HTMLFormElement>;
	} = $props();
</script>

<form method="post" action={hasLeft ? '?/return' : '?/leave'} class="mt-8" use:enhance>
	<button class="btn btn-outline btn-sm">{hasLeft ? comeBack : leave}</button>
</form>
