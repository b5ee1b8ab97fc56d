<script lang="ts">
	import Check from '@lucide/svelte/icons/check';
	import Link from '@lucide/svelte/icons/link';
	import { m } from '$lib/paraglide/messages';
	import { Copying } from './copying.svelte';

	/**
	 * Copies a private link; the name says whose it is. Where there are many on a page, each is asked for only when
	 * it is wanted: `read` answers with it.
	 */
	let { name, ...source }: { name: string } & ({ link: string } | { read: () => Promise<string> }) =
		$props();

	const copying = new Copying();

	const copy = () => copying.copy('link' in source ? Promise.resolve(source.link) : source.read());
</script>

<button
	type="button"
	class="btn btn-ghost btn-xs"
	aria-label={m.link_copy_of({ name })}
	title={m.link_copy_of({ name })}
	data-link={'link' in source ? source.link : undefined}
	onclick={copy}
>
	{#if copying.state === 'failed'}
		<span class="text-error" role="alert">{m.link_not_copied()}</span>
	{:else if copying.state === 'copied'}
		<Check size={14} aria-hidden="true" /> <span role="status">{m.link_copied()}</span>
	{:else}
		<Link size={14} aria-hidden="true" />
		{m.link_copy()}
	{/if}
</button>
