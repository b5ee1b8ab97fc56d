<script lang="ts">
	import { m } from '$lib/paraglide/messages';
	import { telephoneHref } from '../parts/format/telephone';
	import { lookAround } from './look-around';

	/** Where the school is and how its office is reached, below a page; nothing where nothing is known. */
	let {
		school,
		toCall = true,
	}: {
		school: string;
		/** Whether the number stands here; where a page shows it by itself, once is enough. */
		toCall?: boolean;
	} = $props();

	const around = lookAround();
	const look = $derived(around());
	const address = $derived(look?.postalAddress.split('\n').filter(Boolean).join(' · '));
	const telephone = $derived(toCall ? look?.telephone : null);
</script>

{#if address || telephone || look?.officeHours}
	<address class="mt-8 text-small wrap-anywhere not-italic">
		<strong>{school}</strong>
		{#if address}<span class="as-typed quiet block">{address}</span>{/if}
		{#if telephone}
			<a class="link inline-flex min-h-11 items-center" href={telephoneHref(telephone)}>
				{m.call_school({ telephone })}
			</a>
		{/if}
		{#if look?.officeHours}<span class="as-typed quiet block">{look.officeHours}</span>{/if}
	</address>
{/if}
