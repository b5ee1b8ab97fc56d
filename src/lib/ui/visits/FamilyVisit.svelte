<script lang="ts">
	import { onMount, tick, untrack, type Snippet } from 'svelte';
	import type { FamilyProjection } from '$lib/core/visits/family-projection';
	import { asOf, isChangeable, nextTurn } from '$lib/core/visits/as-of';
	import { asItIs, givingUp } from '$lib/core/visits/giving-up';
	import { wantedWith, type Move } from '$lib/core/visits/moves';
	import type { WantedAppointment } from '$lib/core/visits/wanted-appointment';
	import { m } from '$lib/paraglide/messages';
	import { ActKeys } from '../parts/saving/act-keys';
	import { failureText } from '../parts/saving/failure-text';
	import type { Clock } from './clock';
	import { ChoiceStore, type PendingVisit } from './kept-choices';
	import { liveProjection } from './live-projection.svelte';
	import { warmPlanner } from './planner';
	import MoveStep from './MoveStep.svelte';
	import NotNow from './NotNow.svelte';
	import { suggestedEntries, wantedEntries } from './ribbon-entry';
	import Offers from './Offers.svelte';
	import StillSending from './StillSending.svelte';
	import SuggestedVisit from './SuggestedVisit.svelte';
	import { VisitChoices } from './visit-choices.svelte';
	import VisitHome from './VisitHome.svelte';
	import { VisitPlans } from './visit-plans.svelte';
	import { VisitSending, type LastAct, type VisitOutcome } from './visit-sending.svelte';
	import { stepText, type VisitPlace, type VisitStep } from './visit-step';
	import WhenStep from './WhenStep.svelte';
	import WhomStep from './WhomStep.svelte';
	import { timeWindows } from './windows';
	import { conflictText } from './words';

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
		return new VisitChoices(loaded, new ChoiceStore(() => sessionStorage, clock, of));
	});
	const windows = $derived(timeWindows(view.slots, zone));
	const sending = new VisitSending();
	/** A refresh that began before the booking brings the state of that time back to the page. */
	let isDone = $state(false);
	/** Another adult of the family booked all of it while it was looked at. */
	let isMeanwhile = $state(false);
	/** It was tried to book, and nothing is known of what became of it. */
	let isUnsure = $state(false);
	let lastAct = $state.raw<LastAct | null>(null);
	let problems = $state.raw<readonly string[]>([]);

	/** The appointments that a change of the whole visit would give up. */
	const changing = $derived(
		place.isChange
			? view.appointments.filter((entry) => isChangeable(entry, now)).map(({ id }) => id)
			: [],
	);
	const planView = $derived(givingUp(view, changing));
	const choice = $derived(choices.choiceOf(planView, windows));
	const plans = new VisitPlans(
		() => ({
			view: planView,
			choice,
			isShown: place.step === 'visit' && !isDone,
			isNext: place.step === 'when',
			isAsking: sending.pending === null,
		}),
		() => reload(),
	);

	const isArranged = $derived(place.step === 'visit' && !place.isChange && plans.isArranged);
	const step = $derived(
		(isDone || isArranged) && view.appointments.length
			? undefined
			: (place.step ?? (view.appointments.length || lastAct ? undefined : ('whom' as const))),
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
		if (!isArranged || isUnsure || isDone || sending.pending !== null) return;
		isMeanwhile = true;
		isDone = true;
		stay();
	});

	let isKept = false;
	$effect(() => {
		const { pending } = sending;
		void [choices.unticked, choices.chosen, choices.bounds];
		if (isKept) untrack(() => choices.keep(pending));
	});
	onMount(() => {
		const pending = choices.takeUp();
		isKept = true;
		// Ticks from before the script ran, too.
		choices.keep(pending);
		if (pending) void finish(pending);
		if (view.notBookable === null) warmPlanner();
	});

	let main = $state<HTMLElement>();
	let shown = untrack(() => step);
	/** Whoever does not see the page hears where it is now. */
	$effect(() => {
		if (step === shown) return;
		shown = step;
		void tick().then(() => main?.querySelector('h1')?.focus());
	});

	function start(next: VisitPlace) {
		problems = [];
		isDone = false;
		isUnsure = false;
		isMeanwhile = false;
		lastAct = null;
		// What was planned ahead is what the next step shows.
		if (next.step !== 'visit') plans.forget();
		go(next);
		scrollTo(0, 0);
	}

	/** The next step of planning the same: what is beside the visit, or all of it anew. */
	const goOn = (step: VisitStep) => start({ step, isChange: place.isChange });

	const keys = new ActKeys();
	const asked = (appointments: readonly WantedAppointment[]): PendingVisit['input'] => ({
		conferenceId: view.conference.id,
		familyId: view.family,
		key: keys.of(appointments),
		appointments,
	});

	function takeShown() {
		if (sending.pending || !plans.suggestion) return;
		const placed = plans.suggestion.visit.placements.map(({ wish, slot }): WantedAppointment => ({
			slot: slot.id,
			wishes: [wish],
			mode: slot.mode,
		}));
		const kept = planView.appointments.map((entry) => asItIs(view, entry));
		void finish(
			place.isChange
				? { change: 'visit.change', input: asked([...placed, ...kept]) }
				: { change: 'visit.book', input: asked(placed) },
		);
	}

	function takeMove(move: Move) {
		if (sending.pending || !moved) return;
		const input = asked(wantedWith(view, moved, move));
		void finish({ change: 'visit.change', input }, m.move_done());
	}

	/** Sends what was confirmed until there is an answer. */
	async function finish(pending: PendingVisit, text?: string) {
		isUnsure = false;
		problems = [];
		const wanted = wantedEntries(view, pending.input.appointments);
		try {
			const outcome = await sending.send(pending);
			if (outcome.ok) await done(outcome, text ?? doneText(pending));
			else await refused(outcome, wanted);
		} catch (error) {
			isUnsure = true;
			problems = [failureText(error)];
		} finally {
			sending.end();
		}
	}

	const doneText = ({ change }: PendingVisit): string =>
		change === 'visit.book' ? m.booked_done() : m.change_done();

	async function done({ act }: Extract<VisitOutcome, { ok: true }>, text: string) {
		keys.done();
		choices.forget();
		await reload().catch(() => undefined);
		lastAct = act === null ? null : { act, text };
		isDone = true;
		stay();
		plans.forget();
		scrollTo(0, 0);
	}

	function tookOffer(act: string | null) {
		lastAct = act === null ? null : { act, text: m.booked_done() };
		isDone = true;
		stay();
		scrollTo(0, 0);
	}

	async function refused(
		{ conflicts }: Extract<VisitOutcome, { ok: false }>,
		wanted: ReturnType<typeof wantedEntries>,
	) {
		problems = [
			m.conflict_title(),
			...conflicts.map(({ slot, code }) =>
				conflictText(
					wanted.find(({ id }) => id === slot),
					code,
					zone,
				),
			),
		];
		await reload();
		if (isArranged) problems = [];
		else if (plans.taken.length === 0) plans.forget();
	}
</script>

<svelte:window
	onpopstate={() => {
		isDone = false;
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
		<Offers {view} {reload} ontaken={tookOffer} />
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
			bind:lastAct
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
	{:else if step === 'move'}
		{#if moved}
			<MoveStep
				{view}
				{moved}
				{now}
				{problems}
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
			{problems}
			lost={plans.lost}
			{instead}
			{reload}
			onuse={() => {
				problems = [];
				plans.useInstead();
			}}
			onothertimes={() => goOn('when')}
			onfewer={() => goOn('whom')}
		>
			{#snippet take()}
				<button
					class="btn btn-primary btn-block btn-lg font-display"
					disabled={sending.pending !== null || plans.isBroken}
					onclick={takeShown}
				>
					{sending.pending ? m.visit_sending() : place.isChange ? m.change_take() : m.visit_take()}
				</button>
			{/snippet}
		</SuggestedVisit>
	{/if}
	{@render foot()}
</main>
