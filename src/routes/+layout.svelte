<script lang="ts">
	import '../app.css';
	import { onMount } from 'svelte';
	import { beforeNavigate } from '$app/navigation';
	import { navigating, page } from '$app/state';
	import { m } from '$lib/paraglide/messages';
	import { setLook } from '$lib/ui/look/look-around';
	import Working from '$lib/ui/parts/saving/Working.svelte';
	import { waiting } from '$lib/ui/parts/saving/waiting.svelte';

	let { children } = $props();

	setLook(() => page.data.look ?? null);

	/** Said while the browser knows that it is offline and a step was wanted. */
	let isStaying = $state(false);

	// Without a connection the next page could only be an error, and what stands on this one would be gone.
	beforeNavigate(({ cancel, willUnload, to }) => {
		if (navigator.onLine || willUnload || !to) return;
		isStaying = true;
		cancel();
	});
	onMount(() => {
		document.documentElement.dataset.script = 'ready';
	});
	$effect(() => (navigating.to ? waiting.begin() : undefined));
</script>

<svelte:window ononline={() => (isStaying = false)} />

<Working note={isStaying ? m.offline_stay() : ''} />
{@render children()}
