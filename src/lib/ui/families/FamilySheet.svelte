<script lang="ts">
	import { tick, untrack } from 'svelte';
	import { isChangeable } from '$lib/core/visits/as-of';
	import type { FamilyProjection } from '$lib/core/visits/family-projection';
	import { m } from '$lib/paraglide/messages';
	import type { Clock } from '../visits/clock';
	import { doneActs } from '../office/done-acts.svelte';
	import { pressLetter } from '../parts/letters';
	import { VisitPlans } from '../visits/visit-plans.svelte';
	import { timeWindows, within, type DayBounds } from '../visits/windows';
	import { warmPlanner } from '../visits/planner';
	import BookedVisit from './BookedVisit.svelte';
	import CallerVisit from './CallerVisit.svelte';
	import KeptForFamily from './KeptForFamily.svelte';
	import MeetAlso from './MeetAlso.svelte';
	import { OfficeVisit } from './office-visit.svelte';
	import WhoAndWhen from './WhoAndWhen.svelte';

	/** One family's visit as the office works on it while somebody is on the telephone. */
	let {
		view,
		clock,
		seatHref,
		reload,
	}: {
		view: FamilyProjection;
		clock: Clock;
		seatHref: (slot: string, date: string) => string;
		reload: () => Promise<void>;
	} = $props();

	const done = doneActs();
	const visit = new OfficeVisit({
		view: () => view,
		reload: () => reload(),
		done,
	});

	const missing = $derived(view.wishes.filter(({ placed }) => !placed));
	let unticked = $state.raw<readonly string[]>(
		untrack(() => view.wishes.filter(({ optional }) => optional).map(({ id }) => id)),
	);
	let adults = $state.raw<readonly string[]>([]);
	let bounds = $state.raw<DayBounds>({ from: null, until: null });
	let date = $state('');

	const zone = $derived(view.conference.timeZone);
	const windows = $derived(timeWindows(view.slots, zone));
	const choice = $derived({
		wishes: missing.filter(({ id }) => !unticked.includes(id)).map(({ id }) => id),
		windows:
			bounds.from === null && bounds.until === null && date === ''
				? undefined
				: within(
						windows.filter((part) => date === '' || part.date === date),
						bounds,
						zone,
					),
	});
	/** The bounds and adults of a visit that somebody else has made meanwhile stay. */
	const plans = new VisitPlans(
		() => ({
			view,
			choice,
			isShown: choice.wishes.length > 0,
			isNext: false,
			isAsking: !visit.act.isBusy,
		}),
		() => reload(),
	);
	// What was suggested is booked: of what is left another visit is looked for.
	$effect(() => {
		if (plans.isArranged) plans.forget();
	});
	$effect(() => warmPlanner());

	let booked = $state<ReturnType<typeof BookedVisit>>();
	let caller = $state<ReturnType<typeof CallerVisit>>();
	let sheet = $state<HTMLElement>();

	// What was pressed is gone with what it did: letters act all the same.
	$effect(() => {
		void view;
		void tick().then(() => {
			if (document.activeElement === document.body) sheet?.focus({ preventScroll: true });
		});
	});

	const mayChange = $derived(view.appointments.some((entry) => isChangeable(entry, clock.now())));

	function pressed(event: KeyboardEvent) {
		pressLetter(event, {
			b: () => void caller?.book(),
			k: () => void caller?.keep(),
			m: () => booked?.startMove(),
			c: () => booked?.cancel(),
		});
	}

	/** Where letters act from the first moment on. */
	export async function focus(): Promise<void> {
		await tick();
		sheet?.focus({ preventScroll: true });
	}
</script>

<!-- svelte-ignore a11y_no_noninteractive_element_interactions -->
<section
	bind:this={sheet}
	tabindex="-1"
	aria-label={m.sheet_visit()}
	class="outline-none"
	onkeydown={pressed}
>
	{#each visit.problems as problem (problem)}
		<p class="mb-2 text-error" role="alert">{problem}</p>
	{/each}
	{#if visit.act.problem}<p class="mb-2 text-error" role="alert">{visit.act.problem}</p>{/if}

	<KeptForFamily {view} {visit} {clock} />

	{#if view.appointments.length}
		<h2 class="mb-2 text-title">{m.sheet_booked()}</h2>
		{#if !mayChange && view.notBookable === null}
			<p class="quiet mb-2 text-small">{m.sheet_office_may()}</p>
		{/if}
		<BookedVisit bind:this={booked} {view} {visit} {clock} {seatHref} />
	{/if}

	{#if missing.length}
		<h2 class="mt-6 mb-2 text-title">{m.sheet_missing()}</h2>
		<WhoAndWhen
			{view}
			wishes={missing}
			dates={view.dates}
			onremove={(wish) => visit.meetNoLonger(wish)}
			bind:unticked
			bind:adults
			bind:bounds
			bind:date
		/>
	{:else}
		<p class="quiet my-4">
			{view.wishes.length ? m.sheet_all_booked() : m.sheet_no_wishes()}
		</p>
	{/if}
	<MeetAlso {view} {visit} onmet={focus} />
	{#if choice.wishes.length}
		<CallerVisit bind:this={caller} {view} {plans} {visit} {adults} />
	{/if}
</section>
