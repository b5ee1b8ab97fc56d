<script lang="ts">
	import { untrack } from 'svelte';
	import { pushState, refreshAll, replaceState } from '$app/navigation';
	import { navigating, page } from '$app/state';
	import { familyVisitProblem, type VisitChoice } from '$lib/core/visits/family-projection';
	import type { Suggestion, Suggestions } from '$lib/core/planner/suggest-visits';
	import { aroundLost, lostPlacements } from '$lib/core/visits/lost-placements';
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
	let bookedFor = $state('');
	const justBooked = $derived(bookedFor === view.family);
	/** It was tried to book, and nothing is known of what became of it. */
	let isUnsure = $state(false);
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

	const asked = $derived(JSON.stringify(choice));
	/** What is on the screen stays there, whatever becomes of it, until something else is asked for. */
	$effect(() => {
		if (step !== 'visit' || plans?.for === asked) return;
		const wanted = asked;
		let isStale = false;
		void suggestInWorker(familyVisitProblem(view, choice)).then((suggestions) => {
			if (isStale) return;
			plans = { for: wanted, suggestions };
			picked = 0;
			key = crypto.randomUUID();
		});
		return () => (isStale = true);
	});

	const suggestion = $derived(plans?.suggestions.suggestions[picked]);
	/** All that the shown visit is about is arranged: another adult of the family was here. */
	const isArranged = $derived(
		!!suggestion &&
			suggestion.visit.placements.every(({ wish }) =>
				view.wishes.some(({ id, placed }) => id === wish && placed),
			),
	);
	const step = $derived(
		(justBooked || isArranged) && view.appointments.length
			? undefined
			: (page.state.step ?? (view.appointments.length ? undefined : 'whom')),
	);

	const entriesOf = (visit: Visit) => suggestedEntries(view, visit, placeText);
	const entries = $derived(suggestion ? entriesOf(suggestion.visit) : []);
	const problem = $derived(familyVisitProblem(view, choice));
	/** What of the shown visit somebody else has by now. */
	const taken = $derived(suggestion ? lostPlacements(problem, suggestion.visit) : []);
	const lost = $derived(step === 'visit' && !sending ? taken : []);
	const lostSlots = $derived(lost.map(({ slot }) => slot.id).join());
	/** Lost ones of which it is known that the family has not taken them itself. */
	let lostToOthers = $state('');
	let instead = $state.raw<Suggestion | 'nothing' | null>(null);
	$effect(() => {
		const now = lostSlots;
		if (now && lostToOthers !== now) void refreshAll().then(() => (lostToOthers = now));
	});
	$effect(() => {
		instead = null;
		if (!suggestion || !lostSlots || lostToOthers !== lostSlots) return;
		const around = aroundLost(problem, suggestion.visit);
		let isStale = false;
		void suggestInWorker(around.problem).then(({ suggestions: [best] }) => {
			if (isStale) return;
			instead = best ? { ...best, visit: around.restore(best.visit) } : 'nothing';
		});
		return () => (isStale = true);
	});

	function useInstead() {
		if (!plans || !instead) return;
		key = crypto.randomUUID();
		problems = [];
		if (instead === 'nothing') plans = null;
		else {
			const suggestions = plans.suggestions.suggestions.with(picked, instead);
			plans = { ...plans, suggestions: { ...plans.suggestions, suggestions } };
		}
	}

	function go(next: 'whom' | 'when' | 'visit') {
		problems = [];
		bookedFor = '';
		isUnsure = false;
		plans = null;
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
			isUnsure = true;
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
			bookedFor = view.family;
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
		if (isArranged) problems = [];
		else if (taken.length === 0) plans = null;
	}
</script>

<svelte:window
	onpopstate={() => {
		bookedFor = '';
		if (isArranged) plans = null;
	}}
/>

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
				justBooked={justBooked || (isArranged && isUnsure)}
				isMeanwhile={isArranged && !sending}
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
				lost={lostSlots && lostToOthers === lostSlots ? lostSlots.split(',') : []}
				instead={instead && instead !== 'nothing' ? entriesOf(instead.visit) : instead}
				onuse={useInstead}
				onothertimes={() => go('when')}
			>
				{#snippet take()}
					<button
						class="btn btn-primary btn-block btn-lg font-display"
						disabled={sending || lost.length > 0}
						onclick={() => void bookShown()}
					>
						{sending ? m.visit_sending() : m.visit_take()}
					</button>
				{/snippet}
			</SuggestedVisit>
		{/if}
	</main>
</div>
