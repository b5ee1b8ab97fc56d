<script lang="ts">
	import ArrowDown from '@lucide/svelte/icons/arrow-down';
	import ArrowUp from '@lucide/svelte/icons/arrow-up';
	import {
		bookingQuestionKinds,
		type BookingQuestion,
		type BookingQuestionKind,
		type QuestionFaultCode,
	} from '$lib/core/questions/booking-question';
	import { m } from '$lib/paraglide/messages';
	import AskOnce from '../parts/AskOnce.svelte';
	import { listText } from '../parts/format/when';
	import { faultText, kindText } from './question-words';

	/** One question as the office writes it. */
	let {
		question,
		desks,
		number,
		isFirst,
		isLast,
		isAnswered,
		fault,
		onchange,
		onmove,
		onremove,
	}: {
		question: BookingQuestion;
		desks: readonly { readonly id: string; readonly name: string; readonly subject: string }[];
		/** From 1. */
		number: number;
		isFirst: boolean;
		isLast: boolean;
		/** Families have answered it. */
		isAnswered: boolean;
		fault: QuestionFaultCode | undefined;
		onchange: (changed: Partial<BookingQuestion>) => void;
		onmove: (by: number) => void;
		onremove: () => void;
	} = $props();

	const id = $derived(`question-${question.id}`);
	const hasChoices = $derived(question.kind === 'one' || question.kind === 'several');
	const isOfText = $derived(fault === 'no-text');
	const isOfChoices = $derived(fault === 'too-few-choices' || fault === 'same-choices');
	const isAtDesks = $derived(question.desks !== null);
	const chosen = $derived(
		desks.filter(({ id }) => question.desks?.includes(id)).map(({ name }) => name),
	);
	const toggled = (desk: string, isOn: boolean) =>
		isOn
			? [...(question.desks ?? []), desk]
			: (question.desks ?? []).filter((other) => other !== desk);
</script>

{#snippet faulty(isHere: boolean)}
	{#if fault && isHere}
		<p class="mt-1 mb-3 text-small text-error" id="{id}-fault" role="alert">{faultText(fault)}</p>
	{/if}
{/snippet}

<div class="mb-2 flex flex-wrap items-center gap-2">
	<span class="font-display text-title font-semibold">{m.questions_number({ number })}</span>
	<span class="ms-auto flex gap-1">
		<button
			type="button"
			class="btn btn-ghost btn-sm"
			disabled={isFirst}
			aria-label={m.questions_move_up({ text: question.text || String(number) })}
			onclick={() => onmove(-1)}
		>
			<ArrowUp size={16} aria-hidden="true" />
			{m.questions_up()}
		</button>
		<button
			type="button"
			class="btn btn-ghost btn-sm"
			disabled={isLast}
			aria-label={m.questions_move_down({ text: question.text || String(number) })}
			onclick={() => onmove(1)}
		>
			<ArrowDown size={16} aria-hidden="true" />
			{m.questions_down()}
		</button>
	</span>
</div>
<label class="mb-1 block font-bold" for="{id}-text">{m.questions_text()}</label>
<input
	class="input mb-3 w-full"
	id="{id}-text"
	maxlength="500"
	value={question.text}
	aria-invalid={isOfText ? true : undefined}
	aria-describedby={isOfText ? `${id}-fault` : undefined}
	oninput={({ currentTarget }) => onchange({ text: currentTarget.value })}
/>
{@render faulty(isOfText)}
<label class="mb-1 block font-bold" for="{id}-kind">{m.questions_kind()}</label>
<select
	class="select mb-1"
	id="{id}-kind"
	disabled={isAnswered}
	value={question.kind}
	onchange={({ currentTarget }) => onchange({ kind: currentTarget.value as BookingQuestionKind })}
>
	{#each bookingQuestionKinds as kind (kind)}<option value={kind}>{kindText(kind)}</option>{/each}
</select>
{#if isAnswered}<p class="quiet text-small">{m.questions_no_change()}</p>{/if}
{#if hasChoices}
	<label class="mt-3 mb-1 block font-bold" for="{id}-choices">{m.questions_choices()}</label>
	<textarea
		class="textarea w-full"
		id="{id}-choices"
		rows="4"
		value={question.choices.join('\n')}
		aria-invalid={isOfChoices ? true : undefined}
		aria-describedby={isOfChoices ? `${id}-fault` : undefined}
		oninput={({ currentTarget }) => onchange({ choices: currentTarget.value.split('\n') })}
	></textarea>
	{@render faulty(isOfChoices)}
{/if}
<label class="mt-3 flex min-h-11 items-center gap-3">
	<input
		type="checkbox"
		class="checkbox"
		checked={question.required}
		onchange={({ currentTarget }) => onchange({ required: currentTarget.checked })}
	/>
	{m.questions_required()}
</label>
<fieldset class="mt-2">
	<legend class="mb-1 font-bold">{m.questions_desks()}</legend>
	<label class="flex min-h-9 items-center gap-3">
		<input
			type="radio"
			class="radio radio-sm"
			name="{id}-where"
			checked={!isAtDesks}
			onchange={() => onchange({ desks: null })}
		/>
		{m.questions_everywhere()}
	</label>
	<label class="flex min-h-9 items-center gap-3">
		<input
			type="radio"
			class="radio radio-sm"
			name="{id}-where"
			checked={isAtDesks}
			onchange={() => onchange({ desks: [] })}
		/>
		{m.questions_at_desks()}
	</label>
	{#if isAtDesks}
		{#if chosen.length}<p class="ms-8 text-small font-bold">{listText(chosen)}</p>{/if}
		<div class="mt-1 ms-8 grid max-h-56 gap-x-4 overflow-y-auto sm:grid-cols-2">
			{#each desks as desk (desk.id)}
				<label class="flex min-h-9 items-center gap-2">
					<input
						type="checkbox"
						class="checkbox checkbox-sm"
						checked={question.desks?.includes(desk.id)}
						onchange={({ currentTarget }) =>
							onchange({ desks: toggled(desk.id, currentTarget.checked) })}
					/>
					<span>{desk.name} <span class="quiet text-small">{desk.subject}</span></span>
				</label>
			{/each}
		</div>
	{/if}
</fieldset>
{@render faulty(fault === 'no-such-desk')}
<div class="mt-3">
	{#if isAnswered}
		<AskOnce
			label={m.questions_remove()}
			question={m.questions_remove_ask()}
			yes={m.questions_remove_yes()}
			kind="btn-ghost"
			onyes={onremove}
		/>
	{:else}
		<button type="button" class="btn btn-ghost btn-sm" onclick={onremove}>
			{m.questions_remove()}
		</button>
	{/if}
</div>
