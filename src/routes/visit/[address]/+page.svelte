<script lang="ts">
	import { untrack } from 'svelte';
	import { pushState, refreshAll, replaceState } from '$app/navigation';
	import { navigating, page } from '$app/state';
	import { familyVisitProblem, type VisitChoice } from '$lib/core/visits/family-projection';
	import type { Suggestions } from '$lib/core/planner/suggest-visits';
	import type { Visit } from '$lib/core/planner/visit-problem';
	import { visitBook } from '$lib/operations/visits';
	import { m } from '$lib/paraglide/messages';
	import ChairMark from '$lib/ui/parts/chairs/ChairMark.svelte';
	import { listText, localDateText } from '$lib/ui/parts/format/when';
	import { perform } from '$lib/ui/parts/saving/ask-server';
	import { failureText } from '$lib/ui/parts/saving/failure-text';
	import { BusyError } from '$lib/ui/parts/saving/server-errors';
	import { waiting } from '$lib/ui/parts/saving/waiting.svelte';
	import BookedVisit from '$lib/ui/visits/BookedVisit.svelte';
	import { liveProjection } from '$lib/ui/visits/live-projection.svelte';
	import { suggestInWorker } from '$lib/ui/visits/planner';
	import { suggestedEntries } from '$lib/ui/visits/ribbon-entry';
	import SuggestedVisit from '$lib/ui/visits/SuggestedVisit.svelte';
	import WhenStep from '$lib/ui/visits/WhenStep.svelte';
	import WhomStep from '$lib/ui/visits/WhomStep.svelte';
	import { timeWindows } from '$lib/ui/visits/windows';
	import { conflictText, notBookableText, placeText } from '$lib/ui/visits/words';

	let { data } = $props();

	const live = liveProjection(
		() => data.view,
		// Reading again would call off a step to another page that is being taken.
		() => void (navigating.to || refreshAll()),
	);
	const view = $derived(live.current);
	const zone = $derived(view.conference.timeZone);
	/** A refresh that began before the booking brings the state of that time back to the page. */
	let justBooked = $state(false);
	const step = $derived(
		justBooked && view.appointments.length
			? undefined
			: (page.state.step ?? (view.appointments.length ? undefined : 'whom')),
	);

	let unticked = $state.raw<readonly string[]>(
		untrack(() => data.view.wishes.filter(({ optional }) => optional).map(({ id }) => id)),
	);
	let chosenWindows = $state.raw<readonly number[]>([]);
	const windows = $derived(timeWindows(view.slots));
	const choice = $derived<VisitChoice>({
		wishes: view.wishes
			.filter(({ id, placed }) => !placed && !unticked.includes(id))
			.map(({ id }) => id),
		windows: chosenWindows.length
			? chosenWindows.map((index) => windowOf(windows[index]!))
			: undefined,
	});
	const windowOf = ({ start, end }: { start: number; end: number }) => [start, end] as const;

	let plans = $state.raw<{ for: string; suggestions: Suggestions } | null>(null);
	let picked = $state(0);
	let problems = $state.raw<readonly string[]>([]);
	let sending = $state(false);
	/** Says the same to the server however often the button is pressed. */
	let key = $state(crypto.randomUUID());

	const free = $derived(new Set(view.slots.filter(({ free }) => free).map(({ id }) => id)));
	const asked = $derived(JSON.stringify(choice));
	/** What is on the screen stays there while all of it can still be booked. */
	const upToDate = $derived(
		plans?.for === asked &&
			plans.suggestions.suggestions.every(({ visit }) =>
				visit.placements.every(({ slot }) => free.has(slot.id)),
			),
	);
	$effect(() => {
		if (step !== 'visit' || upToDate) return;
		const wanted = asked;
		let stale = false;
		void suggestInWorker(familyVisitProblem(view, choice)).then((suggestions) => {
			if (stale) return;
			plans = { for: wanted, suggestions };
			picked = 0;
		});
		return () => (stale = true);
	});

	const suggestion = $derived(plans?.suggestions.suggestions[picked]);
	const entries = $derived(suggestion ? suggestedEntries(view, suggestion.visit, placeText) : []);
	function go(next: 'whom' | 'when' | 'visit') {
		problems = [];
		justBooked = false;
		pushState('', { step: next });
		scrollTo(0, 0);
	}

	async function bookShown() {
		if (sending || !suggestion) return;
		sending = true;
		const over = waiting.begin();
		try {
			await book(suggestion.visit.placements);
		} catch (error) {
			problems = [error instanceof BusyError ? m.visit_busy() : failureText(error)];
		} finally {
			sending = false;
			over();
		}
	}

	async function book(placements: Visit['placements']) {
		const wanted = new Map(entries.map((entry) => [entry.id, entry]));
		const outcome = await perform(
			visitBook,
			{
				conferenceId: view.conference.id,
				familyId: view.family,
				key,
				appointments: placements.map(({ wish, slot }) => ({
					slot: slot.id,
					wishes: [wish],
					mode: slot.mode,
				})),
			},
			{ as: 'adult' },
		);
		if (outcome.ok) {
			key = crypto.randomUUID();
			problems = [];
			justBooked = true;
			replaceState('', {});
			await refreshAll();
			scrollTo(0, 0);
			return;
		}
		problems = [
			m.conflict_title(),
			...outcome.conflicts.map(({ slot, code }) => conflictText(wanted.get(slot), code, zone)),
		];
		await refreshAll();
		plans = { for: asked, suggestions: await suggestInWorker(familyVisitProblem(view, choice)) };
		picked = 0;
	}
</script>

<svelte:window onpopstate={() => (justBooked = false)} />

<svelte:head><title>{view.conference.name} · {data.school}</title></svelte:head>

<div class="mx-auto flex min-h-dvh max-w-xl flex-col px-5 pb-4">
	<header class="flex items-center gap-2 py-4 font-display font-semibold text-primary">
		<ChairMark size={24} />
		{data.school}
	</header>
	<p class="without-script mb-4 rounded-box border border-error p-4" role="alert">
		{m.visit_needs_script()}
	</p>
	{#if data.families.length > 1}
		<nav class="mb-4 flex gap-4" aria-label={m.visit_families()}>
			{#each data.families as family, index (family)}
				<a
					class="link"
					aria-current={family === view.family ? 'page' : undefined}
					href="?family={family}">{m.visit_family_number({ number: index + 1 })}</a
				>
			{/each}
		</nav>
	{/if}

	<main class="flex grow flex-col">
		{#if step === undefined}
			<BookedVisit
				{view}
				{justBooked}
				calendar="/visit/{view.conference.address}/calendar.ics?family={view.family}"
				onfind={() => go('when')}
			/>
		{:else if view.notBookable !== null}
			<h1 class="mb-4 text-hour">{view.conference.name}</h1>
			<p class="mb-2 font-bold">{notBookableText(view)}</p>
			<p class="quiet">
				{m.visit_dates({ dates: listText(view.dates.map((date) => localDateText(date))) })}
			</p>
		{:else if step === 'whom'}
			<WhomStep {view} bind:unticked onnext={() => go('when')} />
		{:else if step === 'when'}
			<WhenStep {windows} {zone} bind:chosen={chosenWindows} onnext={() => go('visit')} />
		{:else}
			<SuggestedVisit
				{view}
				plans={plans?.suggestions ?? null}
				bind:picked
				{entries}
				{problems}
				onothertimes={() => go('when')}
			>
				{#snippet take()}
					<button
						class="btn btn-primary btn-block btn-lg font-display"
						disabled={sending}
						onclick={() => void bookShown()}
					>
						{sending ? m.visit_sending() : m.visit_take()}
					</button>
				{/snippet}
			</SuggestedVisit>
		{/if}
	</main>
</div>
