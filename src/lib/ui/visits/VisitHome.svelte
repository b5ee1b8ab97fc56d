<script lang="ts">
	import CalendarPlus from '@lucide/svelte/icons/calendar-plus';
	import Check from '@lucide/svelte/icons/check';
	import Printer from '@lucide/svelte/icons/printer';
	import type { Suggestions } from '$lib/core/planner/suggest-visits';
	import { familyVisitProblem, type FamilyProjection } from '$lib/core/visits/family-projection';
	import { isChangeable } from '$lib/core/visits/as-of';
	import { notMet } from '$lib/core/visits/why-not';
	import { visitCancel } from '$lib/operations/visits';
	import { m } from '$lib/paraglide/messages';
	import { listText, localDateText } from '../parts/format/when';
	import AskOnce from '../parts/AskOnce.svelte';
	import { ActKeys } from '../parts/saving/act-keys';
	import { familyAct } from './school-line';
	import BookedDetails from './BookedDetails.svelte';
	import NextAppointment from './NextAppointment.svelte';
	import NotMetList from './NotMetList.svelte';
	import { suggestInWorker } from './planner';
	import { bookedEntries } from './ribbon-entry';
	import { telephoneHref } from '../parts/format/telephone';
	import UndoLast from './UndoLast.svelte';
	import type { LastAct } from './visit-sending.svelte';
	import type { VisitPlace } from './visit-step';
	import YourAnswers from '../questions/YourAnswers.svelte';
	import VisitRibbon from './VisitRibbon.svelte';

	/** What the family has booked, what it can do with it, and what is not arranged yet. */
	let {
		view,
		school,
		now,
		calendar,
		lastAct = $bindable(),
		isMeanwhile,
		onstart,
		reload,
	}: {
		view: FamilyProjection;
		school: { readonly name: string; readonly telephone: string | null };
		/** The last moment at which something on the page became something else. */
		now: number;
		/** Where the calendar file is; `null`: out of reach. */
		calendar: string | null;
		/** What the family did last, for as long as it can be taken back. */
		lastAct: LastAct | null;
		/** Another adult of the family booked while this page was open. */
		isMeanwhile: boolean;
		onstart: (place: VisitPlace) => void;
		reload: () => Promise<void>;
	} = $props();

	const zone = $derived(view.conference.timeZone);
	const dates = $derived([...new Set(view.appointments.map(({ date }) => date))]);
	const isBookable = $derived(view.notBookable === null);
	const isWithdrawn = $derived(view.notBookable?.code === 'not-published');
	const entries = $derived(bookedEntries(view));
	const changeable = $derived(
		isBookable ? view.appointments.filter((entry) => isChangeable(entry, now)) : [],
	);
	/** Who of the family booked, where that is somebody else than was here. */
	const bookedBy = $derived(
		view.adults.find(({ id }) => view.appointments.some(({ setBy }) => setBy === id))?.name,
	);

	const missing = $derived(view.wishes.filter(({ placed, optional }) => !placed && !optional));
	/** What could still be booked beside it: only what can be found is offered. What was found stays until more is known. */
	let found = $state.raw<Suggestions | null>(null);
	$effect(() => {
		if (!isBookable || missing.length === 0) return;
		let isStale = false;
		const wishes = missing.map(({ id }) => id);
		void suggestInWorker(familyVisitProblem(view, { wishes })).then((suggestions) => {
			if (!isStale) found = suggestions;
		});
		return () => (isStale = true);
	});
	const findable = $derived(found?.suggestions[0]?.visit.placements.length ?? 0);
	const leftOut = $derived(
		found ? notMet(view, found.suggestions[0]?.unplaced ?? found.unplaced) : [],
	);

	const cancelling = familyAct({ family: () => view.family, after: () => reload() });
	const keys = new ActKeys();
	async function cancel(ids: readonly string[]) {
		const outcome = await cancelling.perform(visitCancel, {
			conferenceId: view.conference.id,
			familyId: view.family,
			key: keys.of(ids),
			cancel: ids,
		});
		if (!outcome?.ok) return;
		keys.done();
		const { act } = outcome;
		lastAct = act === null ? null : { act, text: m.cancel_done({ count: ids.length }) };
		scrollTo(0, 0);
	}

	let isUndone = $state(false);
</script>

<h1 class="text-hour" tabindex="-1">
	{isWithdrawn
		? m.booked_withdrawn_title()
		: view.phase === 'over'
			? m.booked_over()
			: m.booked_title()}
</h1>
<p class="quiet mb-4">
	{view.conference.name} · {listText(dates.map((date) => localDateText(date)))}
</p>
{#if isWithdrawn}<p class="mb-4">{m.booked_withdrawn()}</p>{/if}
{#if lastAct}
	{#key lastAct.act}
		<UndoLast
			family={view.family}
			{lastAct}
			{reload}
			ondone={() => {
				lastAct = null;
				isUndone = true;
			}}
		/>
	{/key}
{:else if isUndone}
	<p class="mb-4 font-bold text-primary" role="status">{m.undo_done()}</p>
{:else if isMeanwhile}
	<p class="mb-4 flex items-center gap-2 font-bold text-primary" role="status">
		<Check class="shrink-0" size={20} aria-hidden="true" />
		{bookedBy ? m.booked_meanwhile_by({ name: bookedBy }) : m.booked_meanwhile()}
	</p>
{/if}
{#if cancelling.problem}<p class="mb-4 text-error" role="alert">{cancelling.problem}</p>{/if}
{#if view.phase === 'today'}<NextAppointment {entries} {zone} {now} />{/if}
{#if view.conference.limitNote}
	<p class="as-typed mb-4 border-s-4 border-accent ps-3">{view.conference.limitNote}</p>
{/if}
{#if entries.length}
	<VisitRibbon
		{entries}
		{zone}
		detailsText={changeable.length ? m.ribbon_open() : m.ribbon_details()}
	>
		{#snippet details(entry)}
			{@const appointment = view.appointments.find(({ id }) => id === entry.id)}
			{#if appointment}
				<BookedDetails
					{view}
					{appointment}
					{school}
					{now}
					isBusy={cancelling.isBusy}
					onmove={() => onstart({ step: 'move', appointment: entry.id })}
					oncancel={() => cancel([entry.id])}
					{reload}
				/>
			{/if}
		{/snippet}
	</VisitRibbon>
{:else}
	<p class="mb-4">{m.booked_nothing()}</p>
{/if}
{#if missing.length && isBookable}
	<section class="mb-6">
		<h2 class="mb-2 text-title">{m.booked_missing_title()}</h2>
		{#if findable > 0}
			<button class="btn btn-primary btn-block mb-4" onclick={() => onstart({ step: 'when' })}>
				{m.booked_find_some({ count: findable })}
			</button>
		{/if}
		<NotMetList {view} entries={leftOut} {reload} />
	</section>
{/if}
{#if entries.length}
	<YourAnswers {view} {now} {reload} />
	<div class="no-print grid gap-2">
		{#if calendar !== null}
			<a class="btn btn-outline" href={calendar} download>
				<CalendarPlus size={18} aria-hidden="true" />
				{m.booked_calendar()}
			</a>
		{/if}
		<button type="button" class="btn btn-outline" onclick={() => print()}>
			<Printer size={18} aria-hidden="true" />
			{m.booked_print()}
		</button>
		{#if changeable.length > 1}
			<button
				type="button"
				class="btn btn-outline"
				onclick={() => onstart({ step: 'whom', isChange: true })}
			>
				{m.booked_change_all()}
			</button>
			<AskOnce
				label={m.booked_cancel_all()}
				question={m.booked_cancel_all_ask({ count: changeable.length })}
				yes={m.cancel_yes()}
				no={m.cancel_no()}
				kind="btn-ghost"
				isBusy={cancelling.isBusy}
				onyes={() => cancel(changeable.map(({ id }) => id))}
			/>
		{/if}
	</div>
{/if}
{#if school.telephone}
	<p class="mt-6 text-small">
		<a class="link" href={telephoneHref(school.telephone)}>
			{m.call_school({ telephone: school.telephone })}
		</a>
	</p>
{/if}
