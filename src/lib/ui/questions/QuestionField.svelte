<script lang="ts">
	import type { AnswerValue, BookingQuestion } from '$lib/core/questions/booking-question';
	import { m } from '$lib/paraglide/messages';

	/** One question with its control. */
	let {
		question,
		id,
		value,
		error,
		onsay,
	}: {
		question: Pick<BookingQuestion, 'kind' | 'text' | 'choices' | 'required'>;
		id: string;
		/** What was said so far; `undefined`: nothing. */
		value: AnswerValue | undefined;
		error?: string | undefined;
		onsay: (value: AnswerValue) => void;
	} = $props();

	const { kind, text, choices, required } = $derived(question);
	const about = $derived(`${id}-about`);
	const invalid = $derived(error ? (true as const) : undefined);
	const written = $derived(typeof value === 'string' ? value : '');
	const chosen = $derived(Array.isArray(value) ? (value as readonly string[]) : []);
	const isText = $derived(kind === 'short' || kind === 'long');
</script>

{#snippet aboutIt()}
	<p class="mt-1 text-small" class:text-error={error} class:quiet={!error} id={about}>
		{#if error}<span role="alert">{error}</span>{:else if !required}{m.asked_optional()}{/if}
	</p>
{/snippet}

{#if isText}
	<div class="mb-5">
		<label class="mb-1 block font-bold" for={id}>{text}</label>
		{#if kind === 'short'}
			<input
				class="input w-full"
				{id}
				value={written}
				maxlength="200"
				aria-describedby={about}
				aria-invalid={invalid}
				aria-required={required}
				oninput={({ currentTarget }) => onsay(currentTarget.value)}
			/>
		{:else}
			<textarea
				class="textarea w-full"
				{id}
				rows="3"
				value={written}
				maxlength="2000"
				aria-describedby={about}
				aria-invalid={invalid}
				aria-required={required}
				oninput={({ currentTarget }) => onsay(currentTarget.value)}></textarea>
		{/if}
		{@render aboutIt()}
	</div>
{:else}
	<fieldset class="mb-5" aria-describedby={about} data-wrong={invalid}>
		<legend class="mb-1 font-bold">{text}</legend>
		{#if kind === 'several'}
			{#each choices as choice, index (choice)}
				<label class="flex min-h-11 items-center gap-3">
					<input
						type="checkbox"
						class="checkbox"
						id={index === 0 ? id : undefined}
						checked={chosen.includes(choice)}
						onchange={({ currentTarget }) =>
							onsay(
								currentTarget.checked
									? [...chosen, choice]
									: chosen.filter((other) => other !== choice),
							)}
					/>
					{choice}
				</label>
			{/each}
		{:else}
			{@const options =
				kind === 'one'
					? choices.map((choice) => [choice, choice] as const)
					: ([
							[true, m.asked_yes()],
							[false, m.asked_no()],
						] as const)}
			{#each options as [option, label], index (label)}
				<label class="flex min-h-11 items-center gap-3">
					<input
						type="radio"
						class="radio"
						name={id}
						id={index === 0 ? id : undefined}
						checked={value === option}
						onchange={() => onsay(option)}
					/>
					{label}
				</label>
			{/each}
		{/if}
		{@render aboutIt()}
	</fieldset>
{/if}
