<script lang="ts">
	import type { Reach } from '$lib/core/sharing/reach';
	import { m } from '$lib/paraglide/messages';

	/** How many families know of the conference, by what, and what is to be done for the others. */
	let {
		reach,
		base,
		maySeeLinks,
		isPublished,
	}: {
		reach: Reach;
		/** The conference's address in the office. */
		base: string;
		maySeeLinks: boolean;
		/** Before that nobody can be invited. */
		isPublished: boolean;
	} = $props();

	/** Where those are told who have not booked. */
	const toTell = $derived(maySeeLinks && isPublished ? `${base}/families?which=not-booked` : null);
</script>

{#if reach.families === 0}
	<p>{m.share_no_families()}</p>
{:else}
	{#if !isPublished}
		<p class="mb-2">
			{m.share_not_published()} <a class="link" href="{base}/open">{m.share_to_open()}</a>
		</p>
	{/if}
	<p class="mb-2 font-bold">
		{m.share_reached({
			count: reach.booked + reach.opened + reach.written,
			families: reach.families,
		})}
	</p>
	<ul class="max-w-2xl space-y-1">
		{#if reach.booked}<li>{m.share_booked({ count: reach.booked })}</li>{/if}
		{#if reach.opened}<li>{m.share_opened({ count: reach.opened })}</li>{/if}
		{#if reach.written}
			<li>
				{m.share_written({ count: reach.written })}
				{#if toTell}<a class="link" href={toTell}>{m.share_remind()}</a>{/if}
			</li>
		{/if}
		{#if reach.untold}
			<li>
				{m.share_untold({ count: reach.untold })}
				{#if toTell}<a class="link" href={toTell}>{m.share_invite()}</a>{/if}
			</li>
		{/if}
		{#if reach.byHand}
			<li>
				{m.share_by_hand({ count: reach.byHand })}
				{#if maySeeLinks}
					<a class="link" href="{base}/letters?only=by-hand">{m.share_letters()}</a>
				{/if}
			</li>
		{/if}
	</ul>
{/if}
