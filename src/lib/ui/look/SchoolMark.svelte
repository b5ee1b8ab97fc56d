<script lang="ts">
	import { THEMES } from '../../core/look/school-colours';
	import ChairMark from '../parts/chairs/ChairMark.svelte';
	import { lookAround } from './look-around';

	/** What a school is known by at first sight: its logo, or the chair where it has none. Its name stands beside. */
	let { size }: { size: number } = $props();

	const look = lookAround();
	const logo = $derived(look()?.logo);
	/** Without a connection a page stays readable, but the picture may not be there. */
	let missing = $state<string>();
	const fallsBack = (digest: string) => (image: HTMLImageElement) => {
		const fallBack = () => (missing = digest);
		// It may have failed before the page ran.
		if (image.complete && image.naturalWidth === 0) fallBack();
		image.addEventListener('error', fallBack);
	};
	const scale = $derived(
		logo ? Math.min(1, (1.5 * size) / logo.height, (6 * size) / logo.width) : 1,
	);
	/** What it is shown on where it would not be seen on the page itself. */
	const plate = $derived(
		logo && !(logo.showsByDay && logo.showsInTheDark)
			? `light-dark(${logo.showsByDay ? 'transparent' : THEMES.dusk.sheet}, ${logo.showsInTheDark ? 'transparent' : THEMES.hall.sheet})`
			: null,
	);
</script>

{#if logo && logo.digest !== missing}
	<img
		class:plate
		style:background={plate}
		src="/logo/{logo.digest}"
		alt=""
		width={Math.round(logo.width * scale)}
		height={Math.round(logo.height * scale)}
		{@attach fallsBack(logo.digest)}
	/>
{:else}
	<ChairMark {size} />
{/if}

<style>
	img {
		flex: none;
		object-fit: contain;
	}
	.plate {
		box-sizing: content-box;
		padding: 0.25rem;
		border-radius: var(--radius-selector);
	}
</style>
