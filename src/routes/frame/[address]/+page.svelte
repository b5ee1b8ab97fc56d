<script lang="ts">
	import { onMount } from 'svelte';
	import { m } from '$lib/paraglide/messages';
	import SchoolMark from '$lib/ui/look/SchoolMark.svelte';
	import { listText, localDateText } from '$lib/ui/parts/format/when';
	import LetterCode from '$lib/ui/parts/forms/LetterCode.svelte';
	import { bookingTexts } from '$lib/ui/sharing/words-to-send';

	/** A conference on the school's own site: a family's own page opens outside of the frame. */
	let { data } = $props();

	const booking = $derived(bookingTexts(data).join(' '));

	// The page around it makes the frame as high as this is (static/frame.js); there is nothing secret in that.
	let content: HTMLElement;
	onMount(() => {
		const tell = () =>
			window.parent.postMessage(
				{ tenChairsHeight: Math.ceil(content.getBoundingClientRect().height) },
				'*',
			);
		const observer = new ResizeObserver(tell);
		observer.observe(content);
		return () => observer.disconnect();
	});
</script>

<svelte:head><title>{data.conference.name} · {data.school}</title></svelte:head>

<main class="p-5 wrap-anywhere" bind:this={content}>
	<p class="mb-3 flex items-center gap-2 font-display font-semibold text-primary">
		<SchoolMark size={24} />
		{data.school}
	</p>
	<h1 class="text-title">{data.conference.name}</h1>
	<p class="quiet mb-3">{listText(data.dates.map((date) => localDateText(date)))}</p>
	{#if booking}<p class="mb-3">{booking}</p>{/if}
	{#if data.openLink}
		<p class="mb-4">
			<a class="btn btn-primary" href={data.openLink} target="_top">{m.frame_open()}</a>
		</p>
	{/if}
	<LetterCode target="_top" />
</main>
