<script lang="ts">
	import type { ShortLink } from '$lib/operations/sharing';
	import { m } from '$lib/paraglide/messages';
	import { enhance } from '../parts/saving/enhance';
	import AddressCode from './AddressCode.svelte';

	/** The short addresses of a conference and of single desks: made, shown, and replaced. */
	let {
		links,
		desks,
		origin,
		mayMake,
		problem,
	}: {
		links: readonly ShortLink[];
		desks: readonly { readonly id: string; readonly name: string }[];
		origin: string;
		mayMake: boolean;
		problem?: string | undefined;
	} = $props();

	const id = $props.id();
	const hasOwn = $derived(links.some(({ desk }) => !desk));
	const without = $derived(desks.filter((one) => !links.some(({ desk }) => desk?.id === one.id)));
</script>

{#if problem}<p class="mb-3 text-error" role="alert">{problem}</p>{/if}
{#if links.length}
	<ul class="mb-4 max-w-3xl divide-y divide-base-300">
		{#each links as { code, desk } (code)}
			<li>
				<details>
					<summary class="flex min-h-11 cursor-pointer flex-wrap items-center gap-x-4">
						<strong>{desk?.name ?? m.short_of_conference()}</strong>
						<span class="font-display">/s/{code}</span>
						{#if desk && !desk.isListed}
							<span class="quiet text-small">{m.short_unlisted()}</span>
						{/if}
					</summary>
					<div class="py-4">
						<AddressCode address="{origin}/s/{code}" />
						{#if mayMake}
							<form method="post" action="?/replace" use:enhance class="mt-3">
								<input type="hidden" name="code" value={code} />
								<button class="btn btn-outline btn-sm">{m.short_replace()}</button>
								<span class="quiet ms-2 text-small">{m.short_replace_about()}</span>
							</form>
						{/if}
					</div>
				</details>
			</li>
		{/each}
	</ul>
{/if}
{#if mayMake}
	<form method="post" action="?/make" use:enhance class="flex flex-wrap items-end gap-3">
		<label class="block" for="{id}-desk">
			<span class="mb-1 block font-bold">{m.short_for()}</span>
			<select class="select w-72" id="{id}-desk" name="desk">
				{#if !hasOwn}<option value="">{m.short_of_conference()}</option>{/if}
				{#each without as desk (desk.id)}<option value={desk.id}>{desk.name}</option>{/each}
			</select>
		</label>
		<button class="btn btn-outline">{m.short_make()}</button>
	</form>
{/if}
