<script lang="ts">
	import type { SubmitFunction } from '@sveltejs/kit';
	import { adultsLinkRead } from '$lib/operations/messages';
	import { m } from '$lib/paraglide/messages';
	import CopyLink from '../parts/CopyLink.svelte';
	import { dateText } from '../parts/format/when';
	import { ask } from '../parts/saving/ask-server';
	import { enhance } from '../parts/saving/enhance';
	import { telephoneHref } from '../parts/format/telephone';

	/** How a family's adults are reached, and their links. */
	let {
		adults,
		zone,
		maySeeLinks,
		keep,
	}: {
		adults: readonly {
			readonly id: string;
			readonly name: string;
			readonly email: string;
			readonly telephone: string;
			readonly language: string;
			readonly hasLink: boolean;
			readonly linkOpenedAt: number | null;
		}[];
		zone: string;
		maySeeLinks: boolean;
		keep: SubmitFunction;
	} = $props();
</script>

<ul class="space-y-3">
	{#each adults as adult (adult.id)}
		{@const name = adult.name || m.family_nameless()}
		<li>
			<strong class="block">{name}</strong>
			{#if adult.telephone}
				<a class="link block" href={telephoneHref(adult.telephone)}>{adult.telephone}</a>
			{/if}
			{#if adult.email}<span class="block break-words">{adult.email}</span>{/if}
			{#if !adult.telephone && !adult.email}<span class="quiet block">{m.reach_none()}</span>{/if}
			{#if adult.language}<span class="quiet block text-small">{adult.language}</span>{/if}
			<span class="quiet block text-small">
				{adult.linkOpenedAt === null
					? m.link_state_unopened()
					: m.link_state_opened({ moment: dateText(adult.linkOpenedAt, zone) })}
			</span>
			{#if maySeeLinks}
				<form
					method="post"
					class="flex flex-wrap items-center gap-3 text-small no-print"
					use:enhance={keep}
				>
					<input type="hidden" name="adult" value={adult.id} />
					{#if adult.hasLink}
						<CopyLink
							{name}
							read={async () => (await ask(adultsLinkRead, { adult: adult.id })).link}
						/>
					{/if}
					<button class="link" formaction="?/renew">{m.link_renew()}</button>
					{#if adult.hasLink}
						<button class="link" formaction="?/withdraw">{m.link_withdraw()}</button>
					{/if}
				</form>
			{/if}
		</li>
	{/each}
</ul>
