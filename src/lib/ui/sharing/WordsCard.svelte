<script lang="ts">
	import Check from '@lucide/svelte/icons/check';
	import Copy from '@lucide/svelte/icons/copy';
	import { textMessageSize } from '$lib/core/sharing/text-message';
	import { m } from '$lib/paraglide/messages';
	import { Copying } from '../parts/copying.svelte';
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
	const copying = new Copying();
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
		<button
			type="button"
			class="btn"
			aria-label={m.share_copy_of({ name: title })}
			onclick={() => void copying.copy(Promise.resolve(all))}
		>
			{#if copying.state === 'copied'}
				<Check size={18} aria-hidden="true" /> <span role="status">{m.link_copied()}</span>
			{:else}
				<Copy size={18} aria-hidden="true" />
				{m.share_copy()}
			{/if}
		</button>
		{#if isTextMessage}
			<span class="quiet text-small" role="status">
				{m.share_message_size({ places: size.places, count: size.messages })}
			</span>
		{/if}
		{#if copying.state === 'failed'}
			<span class="text-error" role="alert">{m.share_not_copied()}</span>
		{/if}
	</p>
</section>
