<script lang="ts">
	import { refreshAll } from '$app/navigation';
	import { questionsSave } from '$lib/operations/questions';
	import { m } from '$lib/paraglide/messages';
	import { perform } from '$lib/ui/parts/saving/ask-server';
	import { failureText } from '$lib/ui/parts/saving/failure-text';
	import type { QuestionsDraft } from '$lib/ui/questions/questions-draft.svelte';
	import QuestionsEditor from '$lib/ui/questions/QuestionsEditor.svelte';

	let { data } = $props();

	let problem = $state('');
	let said = $state('');

	async function save(draft: QuestionsDraft) {
		problem = '';
		said = '';
		try {
			const outcome = await perform(questionsSave, {
				conferenceId: data.conference.id,
				base: draft.saved,
				questions: draft.list,
			});
			if (!outcome.ok && outcome.reason === 'faults') {
				draft.faults = outcome.faults;
				return;
			}
			if (outcome.ok) {
				draft.startFrom(outcome.questions);
				said = m.questions_saved();
			} else {
				await refreshAll();
				draft.startFrom(data.questions);
				problem = m.questions_newer();
			}
		} catch (error) {
			problem = failureText(error);
		}
	}
</script>

<svelte:head><title>{m.station_questions()} · {data.conference.name}</title></svelte:head>

<div class="p-6">
	<h1 class="mb-2 text-hour">{m.questions_title()}</h1>
	<p class="quiet mb-6 max-w-2xl">{m.questions_about()}</p>
	<QuestionsEditor
		questions={data.questions}
		desks={data.desks}
		answered={data.answered}
		mayChange={data.mayChange}
		{problem}
		{said}
		onsave={save}
	/>
</div>
