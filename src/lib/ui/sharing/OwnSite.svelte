<script lang="ts">
	import type { Hex } from '../../core/look/oklch';
	import { m } from '../../paraglide/messages';
	import LongTextField from '../parts/forms/LongTextField.svelte';
	import { enhance } from '../parts/saving/enhance';
	import HtmlToPaste from './HtmlToPaste.svelte';
	import PictureButton from './PictureButton.svelte';
	import { buttonHtml, frameHtml } from './site-html';

	/** What the school's own site shows of a conference: a button, or a frame where the office has named the site. */
	let {
		origin,
		address,
		conference,
		colour,
		sites,
		problem,
		said,
		mayChange,
	}: {
		origin: string;
		/** Where the button leads. */
		address: string;
		conference: {
			readonly name: string;
			readonly address: string;
			readonly isPublished: boolean;
		};
		/** The school's, by day. */
		colour: Hex;
		/** As they are kept, or as they were typed and not taken. */
		sites: string;
		problem?: string | undefined;
		said?: string | undefined;
		mayChange: boolean;
	} = $props();

	let typed = $derived(sites);
</script>

<HtmlToPaste
	title={m.share_site_button()}
	html={buttonHtml(address, m.share_site_button_text(), colour)}
/>
<PictureButton {address} text={m.share_site_button_text()} {colour} />
<HtmlToPaste
	title={m.share_site_frame()}
	html={frameHtml(origin, conference.address, conference.name)}
/>
{#if !sites}
	<p class="mb-3">{m.share_site_frame_first()}</p>
{:else if !conference.isPublished}
	<p class="mb-3">{m.share_site_frame_hidden()}</p>
{/if}
<form
	method="post"
	action="?/sites"
	class="max-w-lg"
	use:enhance={() =>
		({ update }) =>
			update({ reset: false })}
>
	<LongTextField
		label={m.share_sites()}
		id="sites"
		hint={m.share_sites_hint()}
		errors={problem ? [problem] : undefined}
		disabled={!mayChange}
		spellcheck={false}
		bind:value={typed}
	/>
	{#if mayChange}
		<button class="btn btn-outline">{m.share_sites_save()}</button>
		<span role="status">{said}</span>
	{/if}
</form>
