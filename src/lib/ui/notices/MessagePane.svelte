<script lang="ts">
	import { m } from '$lib/paraglide/messages';

	/** A message as its reader sees it, or as plain text. */
	let {
		message,
	}: {
		message: { readonly subject: string; readonly text: string; readonly html: string };
	} = $props();

	let isPlain = $state(false);
</script>

<button
	type="button"
	class="btn btn-ghost btn-sm mb-2"
	aria-pressed={isPlain}
	onclick={() => (isPlain = !isPlain)}
>
	{m.outbox_plain()}
</button>
{#if isPlain}
	<pre
		class="rounded-box border border-base-300 bg-base-100 p-4 whitespace-pre-wrap">{message.text}</pre>
{:else}
	<iframe
		class="h-[40rem] w-full rounded-box border border-base-300 bg-white"
		title={message.subject}
		sandbox=""
		srcdoc={message.html}
	></iframe>
{/if}
