<script lang="ts">
	import Download from '@lucide/svelte/icons/download';
	import { onMount } from 'svelte';
	import { toDataURL, toString as drawCode } from 'qrcode';
	import { m } from '$lib/paraglide/messages';
	import CodeSquare from '../parts/CodeSquare.svelte';
	import CopyButton from '../parts/CopyButton.svelte';

	/** The address that is the same for everybody, by hand and by camera. */
	let { address }: { address: string } = $props();

	/**
	 * For paper: with the white edge of four modules (ISO/IEC 18004, 9.1), and so that it is still read with a
	 * quarter of it under a thumb or a drawing pin (level Q).
	 */
	const FOR_PRINT = { margin: 4, errorCorrectionLevel: 'Q' } as const;
	/** Wide enough for a poster; pixels. */
	const WIDTH = 1200;

	const square = $derived(drawCode(address, { type: 'svg', ...FOR_PRINT }));
	const file = (drawn: string) => `data:image/svg+xml,${encodeURIComponent(drawn)}`;
	/** Drawn by the browser: for a server that answers everybody so many pixels are a long piece of work. */
	let isAwake = $state(false);
	onMount(() => (isAwake = true));
	const picture = $derived(isAwake && toDataURL(address, { ...FOR_PRINT, width: WIDTH }));
</script>

<div class="flex flex-wrap items-center gap-x-8 gap-y-4">
	<div class="square">
		<CodeSquare drawn={square} label={m.share_square({ address })} />
	</div>
	<div>
		<p class="mb-3 flex flex-wrap items-center gap-2">
			<strong class="text-title wrap-anywhere">{address.replace(/^https?:\/\//, '')}</strong>
			<CopyButton name={address} text={address} />
		</p>
		<p class="flex flex-wrap gap-2">
			{#await square then drawn}
				<a class="btn" href={file(drawn)} download="ten-chairs-code.svg">
					<Download size={18} aria-hidden="true" />
					{m.share_save_svg()}
				</a>
			{/await}
			{#if picture}
				{#await picture then drawn}
					<a class="btn" href={drawn} download="ten-chairs-code.png">
						<Download size={18} aria-hidden="true" />
						{m.share_save_png()}
					</a>
				{/await}
			{/if}
		</p>
		<p class="quiet mt-2 text-small">{m.share_print_size()}</p>
	</div>
</div>

<style>
	.square {
		inline-size: 10rem;
		block-size: 10rem;
		background: white;
	}
</style>
