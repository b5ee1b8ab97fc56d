<script lang="ts">
	import { m } from '$lib/paraglide/messages';
	import PersonPicture from '../parts/PersonPicture.svelte';
	import { enhance } from '../parts/saving/enhance';

	/** A person's picture, for families to know whom they meet: to give, and to take away. */
	let {
		picture,
		problem,
		said,
		isOwn,
	}: {
		picture: string | null;
		problem: string | undefined;
		said: string | undefined;
		/** The person's own page. */
		isOwn: boolean;
	} = $props();
</script>

<section class="mt-8 max-w-lg">
	<h2 class="mb-2 text-title">{m.picture_title()}</h2>
	<p class="quiet mb-3">{isOwn ? m.picture_about_own() : m.picture_about()}</p>
	{#if problem}<p class="mb-3 text-error" role="alert">{problem}</p>{/if}
	{#if said}<p class="mb-3 font-bold" role="status">{said}</p>{/if}
	<div class="flex flex-wrap items-start gap-4">
		{#if picture}<PersonPicture {picture} size={96} />{/if}
		<div class="space-y-2">
			<form method="post" action="?/picture" enctype="multipart/form-data" use:enhance>
				<label class="mb-2 block">
					<span class="mb-1 block text-small">{m.picture_file()}</span>
					<input
						class="file-input file-input-sm max-w-full"
						type="file"
						name="picture"
						accept="image/jpeg,image/png,image/webp,image/gif"
					/>
				</label>
				<button class="btn btn-outline btn-sm"
					>{picture ? m.picture_change() : m.picture_give()}</button
				>
			</form>
			{#if picture}
				<form method="post" action="?/withoutPicture" use:enhance>
					<button class="link text-small">{m.picture_remove()}</button>
				</form>
			{/if}
		</div>
	</div>
</section>
