<script lang="ts">
	import { onMount, tick, untrack, type Snippet } from 'svelte';
	import type { FamilyProjection } from '$lib/core/visits/family-projection';
	import { asOf, isChangeable, nextTurn } from '$lib/core/visits/as-of';
	import { asItIs, givingUp } from '$lib/core/visits/giving-up';
	import { wantedWith, type Move } from '$lib/core/visits/moves';
	import type { WantedAppointment } from '$lib/core/visits/wanted-appointment';
	import { m } from '$lib/paraglide/messages';
	import type { Clock } from './clock';
	import { ChoiceStore } from './kept-choices';
	import { liveProjection } from './live-projection.svelte';
	import { warmPlanner } from './planner';
	import QuestionsStep from '../questions/QuestionsStep.svelte';
	import { freshMeetings } from '../questions/open-questions';
	import MoveStep from './MoveStep.svelte';
	import NotNow from './NotNow.svelte';
	import { suggestedEntries, wantedEntries } from './ribbon-entry';
	import Offers from './Offers.svelte';
	import { schoolLine } from './school-line';
	import StillSending from './StillSending.svelte';
	import SuggestedVisit from './SuggestedVisit.svelte';
	import { VisitBooking } from './visit-booking.svelte';
	import { VisitChoices } from './visit-choices.svelte';
	import VisitHome from './VisitHome.svelte';
	import { VisitPlans } from './visit-plans.svelte';
	import { stepText, type VisitPlace, type VisitStep } from './visit-step';
	import WhenStep from './WhenStep.svelte';
	import WhomStep from './WhomStep.svelte';
	import { timeWindows } from './windows';

	/** One family's visit to one conference: what it has, and how it comes by it. */
	let {
		loaded,
		school,
		clock,
		place,
		calendar,
		opening,
		isLeaving,
		go,
		stay,
		reload,
		foot,
	}: {
		loaded: FamilyProjection;
		school: { readonly name: string; readonly telephone: string | null };
		/** The school's clock, in milliseconds. */
		clock: Clock;
		/** Where the browser's history is. */
		place: VisitPlace;
		/** Where the calendar file is. */
		calendar: string;
		/** Where the calendar file of the moment is at which booking opens. */
		opening: string;
		/** Another page is on its way: reading this one again would call it off. */
		isLeaving: () => boolean;
		go: (place: VisitPlace) => void;
		/** Makes what the family has the page's own beginning. */
		stay: () => void;
		/** Reads the whole truth from the school. */
		reload: () => Promise<void>;
		/** What stands below everything. */
		foot: Snippet;
	} = $props();

	/** A browser's timer waits no longer than this; milliseconds. */
	const LONGEST_TIMER = 2 ** 31 - 1;
	const live = liveProjection(
		() => loaded,
		() => void (isLeaving() || reload()),
	);
	/** The last moment at which something on the page became something else by itself. */
	let now = $state(untrack(() => clock.now()));
	const view = $derived(asOf(live.current, now));
	$effect(() => {
		const next = nextTurn(view, now);
		if (next === null) return;
		const wait = Math.min(Math.max(0, next - clock.now()), LONGEST_TIMER);
		const timer = setTimeout(() => (now = clock.now()), wait);
		return () => clearTimeout(timer);
	});
	const zone = $derived(view.conference.timeZone);

	const choices = untrack(() => {
		const of = { family: loaded.family, conference: loaded.conference.id };
		return new VisitChoices(loaded, new ChoiceStore(() => sessionStorage, clock, of), place.desk);
	});
	const windows = $derived(timeWindows(view.slots, zone));
	/** Another adult of the family booked all of it while it was looked at. */
	let isMeanwhile = $state(false);

	/** The appointments that a change of the whole visit would give up. */
	const changing = $derived(
		place.isChange
			? view.appointments.filter((entry) => isChangeable(entry, now)).map(({ id }) => id)
			: [],
	);
	const planView = $derived(givingUp(view, changing));
	const choice = $derived(choices.choiceOf(planView, windows));
	const booking = new VisitBooking({
		choices,
		line: schoolLine(),
		view: () => view,
		place: () => place,
		changing: () => changing,
		go: (next) => go(next),
		stay: () => stay(),
		reload: () => reload(),
		ondone: () => plans.forget(),
		onrefused: () => {
			if (isArranged) booking.problems = [];
			else if (plans.taken.length === 0) plans.forget();
		},
	});
	const { sending, holding } = booking;
	const plans = new VisitPlans(
		() => ({
			view: planView,
			choice,
			isShown: place.step === 'visit' && !booking.isDone,
			isNext: place.step === 'when',
			isAsking: sending.pending === null,
		}),
		() => reload(),
	);

	const isArranged = $derived(place.step === 'visit' && !place.isChange && plans.isArranged);
	/** Where there is nothing to be asked about any more, a way back through the history leads on. */
	const named = $derived(
		place.step === 'questions' && choices.asking === null ? undefined : place.step,
	);
	const step = $derived(
		(booking.isDone || isArranged) && view.appointments.length
			? undefined
			: (named ?? (view.appointments.length || booking.lastAct ? undefined : ('whom' as const))),
	);
	const moved = $derived(
		step === 'move' ? view.appointments.find(({ id }) => id === place.appointment) : undefined,
	);
	const entries = $derived(
		plans.suggestion ? suggestedEntries(planView, plans.suggestion.visit) : [],
	);
	const instead = $derived(
		plans.instead && plans.instead !== 'nothing'
			? suggestedEntries(planView, plans.instead)
			: plans.instead,
	);

	// What another adult booked stays the page, whatever becomes of it.
	$effect(() => {
		if (!isArranged || booking.isUnsure || booking.isDone || sending.pending !== null) return;
		isMeanwhile = true;
		booking.isDone = true;
		stay();
	});

	let isKept = false;
	$effect(() => {
		const { pending } = sending;
		void [choices.unticked, choices.chosen, choices.bounds, choices.asking, choices.said];
		if (isKept) untrack(() => choices.keep(pending));
	});
	onMount(() => {
		const pending = choices.takeUp();
		isKept = true;
		// Ticks from before the script ran, too.
		choices.keep(pending);
		if (pending) void booking.finish(pending);
		if (view.notBookable === null) warmPlanner();
	});

	let main = $state<HTMLElement>();
	let shown = untrack(() => step);
	/** Whoever does not see the page hears where it is now. */
	$effect(() => {
		if (step === shown) return;
		shown = step;
		// A page beside the one that is used, or behind it, takes nobody away from there.
		if (document.hasFocus()) void tick().then(() => main?.querySelector('h1')?.focus());
	});

	function start(next: VisitPlace) {
		booking.begin();
		isMeanwhile = false;
		// What was planned ahead is what the next step shows.
		if (next.step !== 'visit') plans.forget();
		go(next);
		scrollTo(0, 0);
	}

	/** The next step of planning the same: what is beside the visit, or all of it anew. */
	const goOn = (step: VisitStep) => start({ step, isChange: place.isChange });

	function takeShown() {
		if (sending.pending || !plans.suggestion) return;
		const placed = plans.suggestion.visit.placements.map(({ wish, slot }): WantedAppointment => ({
			slot: slot.id,
			wishes: [wish],
			mode: slot.mode,
		}));
		const kept = planView.appointments.map((entry) => asItIs(view, entry));
		void booking.confirm(
			place.isChange
				? { change: 'visit.change', input: booking.asked([...placed, ...kept]) }
				: { change: 'visit.book', input: booking.asked(placed) },
		);
	}

	function takeMove(move: Move) {
		if (sending.pending || !moved) return;
		const input = booking.asked(wantedWith(view, moved, move));
		void booking.finish({ change: 'visit.change', input }, m.move_done());
	}
</script>

<svelte:window
	onpopstate={() => {
		booking.isDone = false;
		if (isArranged) plans.forget();
	}}
/>

<svelte:document
	onvisibilitychange={() => {
		// A page that was away for a while, on a phone in a pocket, say, is read again.
		if (document.visibilityState === 'visible') void (isLeaving() || reload());
	}}
/>

<svelte:head>
	<title>
		{[
			stepText(view.notBookable === null || !step ? step : undefined),
			view.conference.name,
			school.name,
		]
			.filter(Boolean)
			.join(' · ')}
	</title>
</svelte:head>

{#snippet offered()}
	{#if view.notBookable === null}
		<Offers
			{view}
			{reload}
			ontaken={(act) => booking.took(act)}
			onasked={(input) => booking.askFirst({ change: 'visit.book', input })}
		/>
	{/if}
{/snippet}

<main class="flex grow flex-col" bind:this={main}>
	{#if sending.delay !== null}
		<StillSending
			delay={sending.delay}
			entries={wantedEntries(view, sending.pending?.input.appointments ?? [])}
			{zone}
			ongoon={() => sending.goOn()}
		/>
	{:else if step === undefined}
		{@render offered()}
		<VisitHome
			{view}
			{school}
			{now}
			{calendar}
			bind:lastAct={booking.lastAct}
			{isMeanwhile}
			onstart={start}
			{reload}
		/>
	{:else if view.notBookable !== null}
		<NotNow {view} {school} {opening} bind:unticked={choices.unticked} {reload} />
	{:else if step === 'whom'}
		{@render offered()}
		<WhomStep
			view={planView}
			bind:unticked={choices.unticked}
			cameFor={place.desk}
			{reload}
			onnext={() => goOn('when')}
		/>
	{:else if step === 'when'}
		<WhenStep
			view={planView}
			{windows}
			wishes={choice.wishes}
			bind:chosen={choices.chosen}
			bind:bounds={choices.bounds}
			onnext={() => goOn('visit')}
		/>
	{:else if step === 'questions' && choices.asking}
		<QuestionsStep
			{view}
			meetings={freshMeetings(view, choices.asking.input.appointments)}
			problems={booking.problems}
			bind:said={choices.said}
			unanswered={booking.unanswered}
			isChange={place.isChange === true}
			isSending={sending.pending !== null}
			onbook={() => booking.answered()}
		/>
	{:else if step === 'move'}
		{#if moved}
			<MoveStep
				{view}
				{moved}
				{now}
				problems={booking.problems}
				isSending={sending.pending !== null}
				onmove={takeMove}
				onplan={() => start({ step: 'whom', isChange: true })}
			/>
		{/if}
	{:else}
		<SuggestedVisit
			view={planView}
			plans={plans.suggestions}
			bind:picked={plans.picked}
			{entries}
			problems={booking.problems}
			lost={plans.lost}
			{instead}
			{reload}
			onuse={() => {
				booking.problems = [];
				plans.useInstead();
			}}
			onothertimes={() => goOn('when')}
			onfewer={() => goOn('whom')}
		>
			{#snippet take()}
				<button
					class="btn btn-primary btn-block btn-lg font-display"
					disabled={sending.pending !== null || holding.isBusy || plans.isBroken}
					onclick={takeShown}
				>
					{sending.pending ? m.visit_sending() : place.isChange ? m.change_take() : m.visit_take()}
				</button>
			{/snippet}
		</SuggestedVisit>
	{/if}
	{@render foot()}
</main>
