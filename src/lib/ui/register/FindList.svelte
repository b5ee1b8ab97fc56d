<script lang="ts" generics="Found extends { readonly id: string }">
	import type { Snippet } from 'svelte';
	import ChooseOne from '../parts/choosing/ChooseOne.svelte';

	/** Finds somebody while typing, after a moment's pause. */
	let {
		label,
		search,
		option,
		hrefOf,
		onchoose,
	}: {
		label: string;
		search: (text: string) => Promise<readonly Found[]>;
		/** What a line says. */
		option: Snippet<[Found]>;
		/** Where a line leads. */
		hrefOf?: (found: Found) => string;
		onchoose: (found: Found) => void;
	} = $props();

	/** From so many letters on something is looked for, so many milliseconds after the last one. */
	const FEWEST_LETTERS = 2;
	const PAUSE = 120;

	let text = $state('');
	let found = $state.raw<readonly Found[] | null>(null);

	$effect(() => {
		const typed = text.trim();
		if (typed.length < FEWEST_LETTERS) {
			found = null;
			return;
		}
		let stale = false;
		const timer = setTimeout(async () => {
			const answer = await search(typed);
			if (!stale) found = answer;
		}, PAUSE);
		return () => {
			stale = true;
			clearTimeout(timer);
		};
	});
</script>

<ChooseOne {label} bind:text {found} {option} {hrefOf} {onchoose} isSearch />
