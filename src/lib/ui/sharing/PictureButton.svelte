<script lang="ts">
	import Download from '@lucide/svelte/icons/download';
	import { onMount } from 'svelte';
	import type { Hex } from '../../core/look/oklch';
	import { m } from '../../paraglide/messages';
	import CopyButton from '../parts/CopyButton.svelte';
	import { drawButton, type ButtonPicture } from './button-picture';
	import { pictureHtml } from './site-html';

	/** The button as a picture, for e-mails and signatures: copied with its link, or saved without. */
	let { address, text, colour }: { address: string; text: string; colour: Hex } = $props();

	const id = $props.id();
	let picture = $state.raw<ButtonPicture | null>(null);
	onMount(async () => {
		picture = await drawButton(text, colour);
	});
</script>

<section class="mb-5" aria-labelledby={id}>
	<h3 {id} class="mb-1 font-bold">{m.share_picture()}</h3>
	<p class="mb-3">{m.share_picture_about()}</p>
	{#if picture}
		<p class="mb-3">
			<img src={picture.source} width={picture.width} height={picture.height} alt={text} />
		</p>
		<p class="flex flex-wrap gap-2">
			<CopyButton
				name={m.share_picture()}
				text={address}
				html={pictureHtml(address, text, picture)}
			/>
			<a class="btn" href={picture.source} download="ten-chairs-button.png">
				<Download size={18} aria-hidden="true" />
				{m.share_save_png()}
			</a>
		</p>
	{/if}
</section>
