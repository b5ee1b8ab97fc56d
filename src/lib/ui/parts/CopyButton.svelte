<script lang="ts">
	import Check from '@lucide/svelte/icons/check';
	import Copy from '@lucide/svelte/icons/copy';
	import { m } from '$lib/paraglide/messages';
	import { Copying } from './copying.svelte';

	/** Copies a text in one act; the name says which. */
	let {
		name,
		text,
		html,
	}: {
		name: string;
		text: string;
		/** The same for programs that show more than letters. */
		html?: string | undefined;
	} = $props();

	const copying = new Copying();
</script>

<button
	type="button"
	class="btn"
	aria-label={m.share_copy_of({ name })}
	onclick={() =>
		void copying.copy(
			Promise.resolve(text),
			html === undefined ? undefined : Promise.resolve(html),
		)}
>
	{#if copying.state === 'copied'}
		<Check size={18} aria-hidden="true" /> <span role="status">{m.link_copied()}</span>
	{:else}
		<Copy size={18} aria-hidden="true" />
		{m.share_copy()}
	{/if}
</button>
{#if copying.state === 'failed'}
	<span class="text-error" role="alert">{m.share_not_copied()}</span>
{/if}
