<script lang="ts">
	import type { FamilyHold, FamilyProjection } from '$lib/core/visits/family-projection';
	import type { KeptAppointment } from '$lib/core/visits/wanted-appointment';
	import { holdGiveBack, visitBook, type VisitRequest } from '$lib/operations/visits';
	import { ActKeys } from '../parts/saving/act-keys';
	import { m } from '$lib/paraglide/messages';
	import { dateText, momentText, timeText } from '../parts/format/when';
	import { familyAct } from './school-line';
	import { openQuestions } from '../questions/open-questions';
	import { wantedEntries } from './ribbon-entry';

	/** What is kept for the family because it waited for it, or because the school offers it. */
	let {
		view,
		reload,
		ontaken,
		onasked,
	}: {
		view: FamilyProjection;
		reload: () => Promise<void>;
		/** One was taken; the act by which it can be given back. */
		ontaken: (act: string | null) => void;
		/** The school wants to know something before one is booked. */
		onasked: (input: VisitRequest) => void;
	} = $props();

	const zone = $derived(view.conference.timeZone);
	const offers = $derived(view.holds.filter(({ kind }) => kind !== 'hold'));
	const act = familyAct({ family: () => view.family, after: () => reload() });
	let isGone = $state(false);
	const keys = new ActKeys();
	const whose = () => ({ conferenceId: view.conference.id, familyId: view.family });

	async function take(offer: FamilyHold, kept: KeptAppointment) {
		const { slots: _slots, ...wanted } = kept;
		const key = keys.of({ offer: offer.id, wanted });
		const input = { ...whose(), key, appointments: [wanted] };
		isGone = false;
		// The offer keeps the place while the family says what it is asked.
		if (openQuestions(view, [wanted]).length) return onasked(input);
		const outcome = await act.perform(visitBook, input);
		if (outcome?.ok) ontaken(outcome.act);
		else if (outcome?.reason === 'unanswered') onasked(input);
		else isGone = outcome !== null;
	}

	const entryOf = (kept: KeptAppointment) => wantedEntries(view, [kept])[0];
</script>

{#each offers as offer (offer.id)}
	<section class="mb-4 rounded-box border-2 border-primary p-4" aria-labelledby="offer-{offer.id}">
		<h2 id="offer-{offer.id}" class="text-title">
			{offer.kind === 'waiting' ? m.offers_waiting() : m.offers_school()}
		</h2>
		<p class="mb-3 text-small">{m.offers_until({ moment: momentText(offer.until, zone) })}</p>
		<ul class="space-y-3">
			{#each offer.keeps as kept (kept.slot)}
				{@const entry = entryOf(kept)}
				{#if entry}
					<li>
						<p class="mb-1">
							{m.offers_one({
								teacher: entry.desk,
								student: entry.students,
								date: dateText(entry.start, zone),
								from: timeText(entry.start, zone),
								to: timeText(entry.end, zone),
							})}
						</p>
						<button
							type="button"
							class="btn btn-primary"
							disabled={act.isBusy}
							onclick={() => take(offer, kept)}
						>
							{m.offers_take({ time: timeText(entry.start, zone) })}
						</button>
					</li>
				{/if}
			{/each}
		</ul>
		<button
			type="button"
			class="btn btn-ghost mt-3"
			disabled={act.isBusy}
			onclick={() => act.perform(holdGiveBack, { ...whose(), hold: offer.id })}
		>
			{m.offers_decline()}
		</button>
		{#if act.problem}<p class="text-small text-error" role="alert">{act.problem}</p>{/if}
	</section>
{/each}
{#if isGone}<p class="mb-4 text-error" role="alert">{m.offers_gone()}</p>{/if}
