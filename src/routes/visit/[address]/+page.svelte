<script lang="ts">
	import { onMount, untrack } from 'svelte';
	import { afterNavigate, pushState, refreshAll, replaceState } from '$app/navigation';
	import { navigating, page } from '$app/state';
	import { keptUntil } from '$lib/core/visits/as-kept';
	import { m } from '$lib/paraglide/messages';
	import ChairMark from '$lib/ui/parts/chairs/ChairMark.svelte';
	import { oneAtATime } from '$lib/ui/parts/live/one-at-a-time';
	import FamilyTabs from '$lib/ui/visits/FamilyTabs.svelte';
	import FamilyVisit from '$lib/ui/visits/FamilyVisit.svelte';
	import { forgetVisit, forgetVisits, keepVisit } from '$lib/ui/visits/kept/kept-visits';
	import { EDITION } from '$lib/ui/visits/kept/kept-visit';
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

<div class="family-page mx-auto flex min-h-dvh max-w-xl flex-col px-5 pb-4">
	<header class="flex items-center gap-2 py-4 font-display font-semibold text-primary">
		<ChairMark size={24} />
		{data.school.name}
	</header>
	<p class="without-script mb-4 rounded-box border border-error p-4" role="alert">
		{m.visit_needs_script()}
	</p>
	<FamilyTabs families={data.families} current={data.view.family} />
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
				<footer class="no-print mt-10 flex flex-wrap gap-x-5 border-t border-base-300 pt-2">
					<a class="way" href="/visit/details?family={data.view.family}">{m.details_title()}</a>
					<a class="way" href="/?code">{m.leave_phone_other()}</a>
					<form method="post" action="/visit?/leave" onsubmit={leave}>
						<button class="way">{m.leave_phone()}</button>
					</form>
				</footer>
			{/snippet}
		</FamilyVisit>
	{/key}
</div>

<style>
	.family-page {
		overflow-wrap: anywhere;
	}
	/* A finger needs 44 px. */
	.family-page :global(.btn) {
		block-size: auto;
		min-block-size: 2.75rem;
		padding-block: 0.375rem;
		max-inline-size: 100%;
		white-space: normal;
	}
	.way {
		min-block-size: 2.75rem;
		display: inline-flex;
		align-items: center;
		font-size: var(--text-small);
		text-decoration: underline;
		cursor: pointer;
	}
</style>
