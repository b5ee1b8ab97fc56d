<script lang="ts">
	import { onMount, untrack } from 'svelte';
	import { afterNavigate, pushState, replaceState } from '$app/navigation';
	import { page } from '$app/state';
	import { TriedSchool } from '$lib/ui/trying/tried-school.svelte';
	import { TriedStore } from '$lib/ui/trying/tried-store';
	import TriedPage from '$lib/ui/trying/TriedPage.svelte';
	import { addressOf, placeIn, type VisitPlace } from '$lib/ui/visits/visit-step';

	let { data } = $props();

	const readAt = $derived({ school: data.at, here: performance.now() });
	const clock = { now: () => readAt.school + performance.now() - readAt.here };
	const store = untrack(() => {
		const { conference, family } = data.facts.view;
		return new TriedStore({ conference: conference.id, family });
	});
	const school = new TriedSchool(() => data.facts, clock, store);

	onMount(() => school.takeUp());

	let at = $state.raw(untrack(() => placeIn(page.url)));
	let router = { starts: () => {} };
	const started = new Promise<void>((resolve) => (router = { starts: resolve }));
	afterNavigate(() => router.starts());
	async function write(place: VisitPlace, how: typeof pushState) {
		at = place;
		await started;
		how(addressOf(place, page.url), {});
	}
</script>

<svelte:window
	onpopstate={() => (at = placeIn(new URL(location.href)))}
	onstorage={({ key }) => {
		if (key === store.name || key === null) school.takeUp();
	}}
/>

<TriedPage
	line={school}
	school={data.school}
	{clock}
	place={at}
	go={(place) => void write(place, pushState)}
	stay={() => void write({}, replaceState)}
/>
