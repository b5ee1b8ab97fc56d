<script lang="ts">
	import { Check, Link } from '@lucide/svelte';
	import { m } from '$lib/paraglide/messages';

	/** Copies a private link; the name says whose it is. Brief: the sign alone. */
	let { link, name, brief = false }: { link: string; name: string; brief?: boolean } = $props();

	let copied = $state(false);

	async function copy() {
		await navigator.clipboard.writeText(link);
		copied = true;
		setTimeout(() => (copied = false), 2000);
	}
</script>

<button
	type="button"
	class="btn btn-ghost btn-xs"
	aria-label={m.link_copy_of({ name })}
	title={m.link_copy_of({ name })}
	data-link={link}
	onclick={copy}
>
	{#if copied}
		<Check size={14} aria-hidden="true" /> <span role="status">{m.link_copied()}</span>
	{:else}
		<Link size={14} aria-hidden="true" />
		{#if !brief}{m.link_copy()}{/if}
	{/if}
</button>
