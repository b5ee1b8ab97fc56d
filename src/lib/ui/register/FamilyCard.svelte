<script lang="ts">
	import { m } from '$lib/paraglide/messages';
	import type { FoundFamily } from '$lib/operations/found';

	/** What tells a family from others of its name: adults, children with classes, address. */
	let { family }: { family: FoundFamily } = $props();
</script>

<strong class="block">{family.label || m.family_nameless()}</strong>
<span class="block text-small">{family.students.join(' · ')}</span>
<span class="block text-small">{family.adults.filter(Boolean).join(' · ')}</span>
{#if family.address}<span class="quiet block text-small">{family.address}</span>{/if}
