<script lang="ts">
	import { m } from '$lib/paraglide/messages';
	import CopyButton from '../parts/CopyButton.svelte';

	/** The two guides to a conference: to look at, to print, to hand on. */
	let {
		origin,
		address,
		isPublished,
	}: {
		origin: string;
		/** The conference's own. */
		address: string;
		/** Before that only the office can open them. */
		isPublished: boolean;
	} = $props();

	const guides = $derived([
		{
			name: m.guide_family(),
			path: `/guide/${address}`,
			note: isPublished ? '' : m.share_guides_hidden(),
		},
		{
			name: m.guide_teacher(),
			path: `/guide/${address}/teachers`,
			note: m.share_guide_teachers(),
		},
	]);
</script>

<ul class="space-y-3">
	{#each guides as { name, path, note } (path)}
		<li>
			<p class="flex flex-wrap items-center gap-x-4 gap-y-1">
				<strong>{name}</strong>
				<a class="link" href={path} aria-label={m.share_guide_open_of({ name })}>
					{m.share_guide_open()}
				</a>
				<CopyButton name={`${origin}${path}`} text={`${origin}${path}`} />
			</p>
			{#if note}<p class="quiet text-small">{note}</p>{/if}
		</li>
	{/each}
</ul>
