<script lang="ts">
	import { onMount } from 'svelte';
	import { m } from '$lib/paraglide/messages';
	import SchoolMark from '$lib/ui/look/SchoolMark.svelte';
	import FamilyTabs from '$lib/ui/visits/FamilyTabs.svelte';
	import KeptVisitHome from '$lib/ui/visits/kept/KeptVisitHome.svelte';
	import type { KeptVisit } from '$lib/ui/visits/kept/kept-visit';
	import { reachThisPage } from '$lib/ui/visits/kept/reach-this-page';
	import { keptVisits } from '$lib/ui/visits/kept/read-kept';
	import { untilAnswered } from '$lib/ui/visits/until-answered';
	import { untilOnline } from '$lib/ui/visits/until-online';

	// It is shown in the place of a page that the school did not answer for, and so at that page's address.
	let visits = $state.raw<readonly KeptVisit[] | null>(null);
	let family = $state<string | null>(null);

	const phoneClock = () => performance.timeOrigin + performance.now();

	onMount(() => {
		const { pathname, search } = location;
		family = new URLSearchParams(search).get('family');
		void keptVisits(phoneClock()).then((kept) => {
			const here = kept.filter(({ view }) => pathname === `/visit/${view.conference.address}`);
			visits = here.length ? here : kept;
		});
	});

	// It turns into the real one by itself.
	onMount(() => {
		let isShown = true;
		void untilAnswered(reachThisPage, {
			clock: performance,
			pause: untilOnline,
			told: () => undefined,
		}).then(() => isShown && location.reload());
		return () => (isShown = false);
	});
	const shown = $derived(visits?.find(({ view }) => view.family === family) ?? visits?.[0]);
</script>

<svelte:head><title>{shown?.view.conference.name ?? m.app_name()}</title></svelte:head>

<div class="mx-auto flex min-h-dvh max-w-xl flex-col px-5 pb-4 wrap-anywhere">
	<header class="flex items-center gap-2 py-4 font-display font-semibold text-primary">
		<SchoolMark size={24} />
		{shown?.school.name ?? m.app_name()}
	</header>
	<main class="flex grow flex-col">
		{#if shown}
			<FamilyTabs
				families={(visits ?? []).map(({ view, children }) => ({ id: view.family, children }))}
				current={shown.view.family}
			/>
			{#key shown.view.family}
				<KeptVisitHome kept={shown} {phoneClock} retry={() => location.reload()} />
			{/key}
		{:else if visits}
			<h1 class="mb-2 text-hour">{m.kept_visit_none_title()}</h1>
			<p class="mb-4">{m.kept_visit_none()}</p>
			<button type="button" class="btn btn-outline self-start" onclick={() => location.reload()}>
				{m.try_again()}
			</button>
		{/if}
	</main>
</div>
