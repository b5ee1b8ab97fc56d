<script lang="ts">
	import { textMessageSize } from '$lib/core/sharing/text-message';
	import { m } from '$lib/paraglide/messages';
	import CopyButton from '../parts/CopyButton.svelte';
	import type { WordsToSend } from './words-to-send';

	/** Words for one way to reach families, to be changed at will and copied in one act. */
	let {
		title,
		words,
		isTextMessage = false,
	}: {
		title: string;
		words: WordsToSend;
		/** How many messages it becomes is said. */
		isTextMessage?: boolean;
	} = $props();

	const id = $props.id();
	let text = $derived(words.text);
	const size = $derived(textMessageSize(text));
	const all = $derived(words.subject === undefined ? text : `${words.subject}\n\n${text}`);
</script>

<section class="flex flex-col gap-2" aria-labelledby={id}>
	<h3 {id} class="font-bold">{title}</h3>
	{#if words.subject !== undefined}
		<p><span class="quiet">{m.share_subject()}</span> {words.subject}</p>
	{/if}
	<textarea
		class="textarea field-sizing-content w-full leading-relaxed"
		aria-label={title}
		bind:value={text}></textarea>
	<p class="flex flex-wrap items-center gap-x-4 gap-y-1">
		<CopyButton name={title} text={all} />
		{#if isTextMessage}
			<span class="quiet text-small" role="status">
				{m.share_message_size({ places: size.places, count: size.messages })}
			</span>
		{/if}
	</p>
</section>
