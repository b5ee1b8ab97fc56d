<script lang="ts">
	import { onMount, untrack } from 'svelte';
	import { afterNavigate, pushState, refreshAll, replaceState } from '$app/navigation';
	import { navigating, page } from '$app/state';
	import { keptUntil } from '$lib/core/visits/as-kept';
	import { oneAtATime } from '$lib/ui/parts/live/one-at-a-time';
	import SchoolFoot from '$lib/ui/look/SchoolFoot.svelte';
	import FamilyPage from '$lib/ui/visits/FamilyPage.svelte';
	import FamilyTabs from '$lib/ui/visits/FamilyTabs.svelte';
	import FamilyVisit from '$lib/ui/visits/FamilyVisit.svelte';
	import { forgetVisit, forgetVisits, keepVisit } from '$lib/ui/visits/kept/kept-visits';
	import { EDITION } from '$lib/ui/visits/kept/kept-visit';
	import WaysOut from '$lib/ui/visits/WaysOut.svelte';
	import { addressOf, placeIn, type VisitPlace } from '$lib/ui/visits/visit-step';

	let { data } = $props();

	/** The school's clock goes on from where it was when the page was read. */
	const readAt = $derived({ school: data.now, here: performance.now() });
	const clock = { now: () => readAt.school + performance.now() - readAt.here };

	/** Of two readings at once the router drops one; whoever waited for it would go on with what was before. */
	const reload = oneAtATime(() => refreshAll());

	// What is booked stays readable without a connection, on the family's own phone.
	onMount(() => {
		if (data.mayKeep)
			// A browser may forbid it; then the visit needs a connection.
			void navigator.serviceWorker
				?.register('/service-worker.js', { scope: '/visit/' })
				.catch(() => undefined);
	});
	$effect(() => {
		const { view, school, families, now, mayKeep } = data;
		const until = keptUntil(view);
		if (!mayKeep || until === null) return void forgetVisit(view);
		const children = families.find(({ id }) => id === view.family)?.children ?? [];
		const ahead = now - (performance.timeOrigin + performance.now());
		void keepVisit({ edition: EDITION, view, school, children, readAt: now, ahead, until });
	});

	/** Where the page is stands in its address, so that it is there again after a reload and on the way back. */
	let at = $state.raw(untrack(() => placeIn(page.url)));
	let router = { starts: () => {} };
	const started = new Promise<void>((resolve) => (router = { starts: resolve }));
	afterNavigate(({ type }) => {
		if (type !== 'enter') at = placeIn(new URL(location.href));
		router.starts();
	});
	/** Nothing stays on a phone that is somebody else's. */
	async function leave(event: SubmitEvent & { readonly currentTarget: HTMLFormElement }) {
		event.preventDefault();
		const form = event.currentTarget;
		sessionStorage.clear();
		await forgetVisits();
		form.submit();
	}
	async function write(place: VisitPlace, how: typeof pushState) {
		at = place;
		await started;
		how(addressOf(place, page.url), {});
	}
</script>

<svelte:window onpopstate={() => (at = placeIn(new URL(location.href)))} />

<FamilyPage school={data.school.name}>
	{#snippet tabs()}
		<FamilyTabs families={data.families} current={data.view.family} />
	{/snippet}
	{#key `${data.view.family} ${data.view.conference.id}`}
		<FamilyVisit
			loaded={data.view}
			school={data.school}
			{clock}
			place={at}
			calendar="/visit/{data.view.conference.address}/calendar.ics?family={data.view.family}"
			opening="/visit/{data.view.conference.address}/opening.ics?family={data.view.family}"
			isLeaving={() => navigating.to !== null}
			go={(place) => void write(place, pushState)}
			stay={() => void write({}, replaceState)}
			{reload}
		>
			{#snippet foot()}
				<SchoolFoot school={data.school.name} toCall={false} />
				<WaysOut
					guide={data.view.notBookable?.code === 'not-published'
						? null
						: `/guide/${data.view.conference.address}`}
					details="/visit/details?family={data.view.family}"
					otherCode="/?code"
					leaving="/visit?/leave"
					onleave={leave}
				/>
			{/snippet}
		</FamilyVisit>
	{/key}
</FamilyPage>
