<script lang="ts">
	import { tick, untrack } from 'svelte';
	import { dndzone } from 'svelte-dnd-action';
	import GripVertical from '@lucide/svelte/icons/grip-vertical';
	import {
		tidyQuestion,
		type AnswerValue,
		type BookingQuestion,
	} from '$lib/core/questions/booking-question';
	import { m } from '$lib/paraglide/messages';
	import QuestionEditor from './QuestionEditor.svelte';
	import QuestionField from './QuestionField.svelte';
	import { QuestionsDraft } from './questions-draft.svelte';

	/** What families are asked, in its order, beside how families see it. */
	let {
		questions,
		desks,
		answered,
		mayChange,
		problem,
		said,
		onsave,
	}: {
		questions: readonly BookingQuestion[];
		desks: readonly { readonly id: string; readonly name: string; readonly subject: string }[];
		/** Ids of questions that families have answered. */
		answered: readonly string[];
		mayChange: boolean;
		problem: string;
		/** What was done last. */
		said: string;
		onsave: (draft: QuestionsDraft) => Promise<void>;
	} = $props();

	const draft = untrack(() => new QuestionsDraft(questions));
	/** So many questions are plenty. */
	const PLENTY = 3;
	/** While one is dragged the library orders a copy of its own. */
	let dragged = $state.raw<BookingQuestion[] | null>(null);
	/** Questions are dragged by their grips alone: elsewhere text is chosen. The keyboard has its buttons. */
	let isGripped = $state(false);
	const shown = $derived(dragged ?? [...draft.list]);
	let tried = $state<Record<string, AnswerValue>>({});
	let isSaving = $state(false);

	async function add() {
		const id = draft.add();
		await tick();
		document.getElementById(`question-${id}-text`)?.focus();
	}

	async function save() {
		isSaving = true;
		await onsave(draft);
		isSaving = false;
	}
</script>

<svelte:window onpointerup={() => (isGripped = dragged !== null && isGripped)} />

<div class="editor">
	<div>
		{#if draft.list.length === 0}<p class="mb-4">{m.questions_none()}</p>{/if}
		{#if draft.list.length > PLENTY}<p class="mb-4 font-bold">{m.questions_many()}</p>{/if}
		{#if mayChange}
			<ol
				use:dndzone={{
					items: shown,
					dragDisabled: !isGripped,
					flipDurationMs: 120,
					dropTargetStyle: {},
					autoAriaDisabled: true,
					zoneTabIndex: -1,
					zoneItemTabIndex: -1,
				}}
				onconsider={({ detail }) => (dragged = detail.items as BookingQuestion[])}
				onfinalize={({ detail }) => {
					draft.list = detail.items as BookingQuestion[];
					dragged = null;
					isGripped = false;
				}}
			>
				{#each shown as question, index (question.id)}
					<li class="question">
						<span class="grip" aria-hidden="true" onpointerdown={() => (isGripped = true)}>
							<GripVertical size={18} />
						</span>
						<div class="grow">
							<QuestionEditor
								{question}
								{desks}
								number={index + 1}
								isFirst={index === 0}
								isLast={index === shown.length - 1}
								isAnswered={answered.includes(question.id)}
								fault={draft.faults.find((fault) => fault.question === question.id)?.code}
								onchange={(changed) => draft.change(question.id, changed)}
								onmove={(by) => draft.move(question.id, by)}
								onremove={() => draft.remove(question.id)}
							/>
						</div>
					</li>
				{/each}
			</ol>
			{#if problem}<p class="mb-3 text-error" role="alert">{problem}</p>{/if}
			{#if said && !draft.isChanged}<p class="mb-3 font-bold" role="status">{said}</p>{/if}
			<div class="flex flex-wrap gap-3">
				<button type="button" class="btn btn-outline" onclick={add}>{m.questions_add()}</button>
				<button
					type="button"
					class="btn btn-primary"
					disabled={isSaving || !draft.isChanged}
					onclick={save}
				>
					{m.questions_save()}
				</button>
			</div>
		{/if}
	</div>
	{#if draft.list.length}
		<aside class="preview" aria-label={m.questions_preview()}>
			<h2 class="mb-3 text-title">{m.questions_preview()}</h2>
			{#each draft.list.map(tidyQuestion) as question (question.id)}
				<QuestionField
					{question}
					id="preview-{question.id}"
					value={tried[question.id]}
					onsay={(value) => (tried = { ...tried, [question.id]: value })}
				/>
			{/each}
		</aside>
	{/if}
</div>

<style>
	.editor {
		display: grid;
		grid-template-columns: minmax(0, 38rem) minmax(16rem, 22rem);
		gap: 2.5rem;
		align-items: start;
	}
	.question {
		display: flex;
		gap: 0.5rem;
		padding-block: 1rem;
		border-block-start: 1px solid var(--color-base-300);
		background: var(--color-base-100);
	}
	.grip {
		padding-block-start: 0.25rem;
		cursor: grab;
		color: var(--color-neutral);
	}
	.preview {
		padding: 1.25rem;
		background: var(--color-base-200);
		border-radius: var(--radius-box);
	}
	@media (width < 72rem) {
		.editor {
			grid-template-columns: minmax(0, 1fr);
		}
	}
</style>
