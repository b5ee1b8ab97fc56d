<script lang="ts">
	import { questionsFor, type Unanswered } from '$lib/core/questions/asked-questions';
	import { isSameAsked, type GivenAnswer } from '$lib/core/questions/booking-question';
	import type { FamilyProjection } from '$lib/core/visits/family-projection';
	import { answersSave } from '$lib/operations/questions';
	import { m } from '$lib/paraglide/messages';
	import { familyAct } from '../visits/school-line';
	import { answerText } from '$lib/words/answer-text';
	import AskedFields from './AskedFields.svelte';

	/** What a family has told the school about its visit, to be changed until it begins. */
	let {
		view,
		now,
		reload,
	}: {
		view: FamilyProjection;
		/** The school's time, in milliseconds. */
		now: number;
		reload: () => Promise<void>;
	} = $props();

	const meetings = $derived(
		view.appointments
			.filter(({ start, wishes }) => start > now && wishes.length > 0)
			.map(({ wishes, desk }) => ({ wish: wishes[0]!, desk })),
	);
	const asked = $derived(questionsFor(view.questions, meetings));
	let drafts = $state.raw<readonly GivenAnswer[] | null>(null);
	let unanswered = $state.raw<readonly Unanswered[]>([]);
	let isSaved = $state(false);
	const saving = familyAct({ family: () => view.family, after: () => reload() });

	const textOf = (id: string) => view.questions.find((question) => question.id === id)?.text ?? '';

	async function save() {
		const outcome = await saving.perform(answersSave, {
			conferenceId: view.conference.id,
			familyId: view.family,
			answers: drafts ?? [],
		});
		if (!outcome) return;
		unanswered = outcome.ok ? [] : outcome.unanswered;
		if (!outcome.ok) return;
		drafts = null;
		isSaved = true;
	}
</script>

{#if asked.length}
	<section class="mb-6">
		<h2 class="mb-2 text-title">{m.asked_yours()}</h2>
		{#if isSaved}<p class="mb-2 font-bold text-primary" role="status">{m.asked_saved()}</p>{/if}
		{#if saving.problem}<p class="mb-2 text-error" role="alert">{saving.problem}</p>{/if}
		{#if drafts}
			<form
				novalidate
				onsubmit={(event) => {
					event.preventDefault();
					void save();
				}}
			>
				<AskedFields
					{view}
					{meetings}
					said={drafts}
					{unanswered}
					onsay={(next) => (drafts = next)}
				/>
				<button class="btn btn-primary" disabled={saving.isBusy}>{m.asked_save()}</button>
				<button type="button" class="btn btn-ghost" onclick={() => (drafts = null)}>
					{m.cancel()}
				</button>
			</form>
		{:else}
			<dl class="mb-2">
				{#each asked as entry (`${entry.question}${entry.wish}`)}
					{@const answer = view.answers.find((one) => isSameAsked(one, entry))}
					<dt class="quiet text-small">{textOf(entry.question)}</dt>
					<dd class="mb-2 whitespace-pre-line">
						{answer ? answerText(answer.value) : m.asked_nothing_said()}
					</dd>
				{/each}
			</dl>
			{#if view.notBookable === null}
				<button
					type="button"
					class="btn btn-outline btn-sm no-print"
					onclick={() => {
						isSaved = false;
						drafts = view.answers;
					}}
				>
					{m.asked_edit()}
				</button>
			{/if}
		{/if}
	</section>
{/if}
