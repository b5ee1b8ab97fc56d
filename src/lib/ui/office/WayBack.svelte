<script lang="ts">
	import { onMount } from 'svelte';
	import { m } from '$lib/paraglide/messages';
	import { comeFrom, type ComeFrom } from './come-from';

	/** Back to the conference that somebody came from. */
	let from = $state.raw<ComeFrom | null>(null);
	onMount(() => {
		from = comeFrom();
	});
</script>

{#if from}
	<a class="link" href="/office/{from.address}/readiness">
		{m.back_to_conference({ name: from.name })}
	</a>
{/if}
