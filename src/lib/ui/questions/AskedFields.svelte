<script lang="ts">
	import { groupBy } from '$lib/core/group-by';
	import {
		questionsFor,
		type BookedMeeting,
		type Unanswered,
	} from '$lib/core/questions/asked-questions';
	import {
		isSameAsked,
		type AskedQuestion,
		type GivenAnswer,
	} from '$lib/core/questions/booking-question';
	import type { FamilyProjection } from '$lib/core/visits/family-projection';
	import { m } from '$lib/paraglide/messages';
	import QuestionField from './QuestionField.svelte';

	/** What a family is asked: about the whole visit first, then meeting by meeting. */
	let {
		view,
		meetings,
		said,
		unanswered,
		onsay,
	}: {
		view: FamilyProjection;
		/** About which it is asked. */
		meetings: readonly BookedMeeting[];
		/** What was said so far. */
		said: readonly GivenAnswer[];
		/** What the school still wants to know. */
		unanswered: readonly Unanswered[];
		onsay: (said: readonly GivenAnswer[]) => void;
	} = $props();

	const known = $derived(new Map(view.questions.map((question) => [question.id, question])));
	const parts = $derived([...groupBy(questionsFor(view.questions, meetings), ({ wish }) => wish)]);

	function meetingText(id: string): string {
		const wish = view.wishes.find((one) => one.id === id);
		const met = meetings.find((meeting) => meeting.wish === id);
		const desk = view.desks.find((one) => one.id === met?.desk);
		const student = view.students.find((one) => one.id === wish?.student);
		return m.asked_meeting({ desk: desk?.name ?? '', student: student?.name ?? '' });
	}

	function errorFor(entry: AskedQuestion): string | undefined {
		const open = unanswered.find((one) => isSameAsked(one, entry));
		if (!open) return undefined;
		return open.why === 'missing' ? m.asked_missing() : m.asked_unfit();
	}
</script>

{#each parts as [wish, list] (wish)}
	{#if wish !== null || parts.length > 1}
		<h2 class="mb-2 text-title">{wish === null ? m.asked_whole() : meetingText(wish)}</h2>
	{/if}
	{#each list as entry (`${entry.question}${entry.wish}`)}
		{@const question = known.get(entry.question)}
		{#if question}
			<QuestionField
				{question}
				id="asked-{entry.question}-{entry.wish ?? 'visit'}"
				value={said.find((one) => isSameAsked(one, entry))?.value}
				error={errorFor(entry)}
				onsay={(value) =>
					onsay([...said.filter((one) => !isSameAsked(one, entry)), { ...entry, value }])}
			/>
		{/if}
	{/each}
{/each}
