<script lang="ts">
	import { LONGEST_WORDS } from '$lib/core/visits/enquiry';
	import type { InputOf } from '$lib/operations/change';
	import { newcomerAnswer, type WaitingNewcomer } from '$lib/operations/newcomers';
	import { m } from '$lib/paraglide/messages';
	import { listText, momentText } from '../parts/format/when';
	import { ActOnce } from '../parts/saving/act-once.svelte';

	/** Somebody who came by the open link: let in, joined to a family of the register, or declined. */
	let {
		newcomer,
		zone,
		mayAnswer,
		familyHref,
		onanswered,
	}: {
		newcomer: WaitingNewcomer;
		zone: string;
		mayAnswer: boolean;
		familyHref: (id: string) => string;
		onanswered: () => Promise<void>;
	} = $props();

	const id = $props.id();
	const act = new ActOnce({ after: () => onanswered() });
	let words = $state('');
	let refused = $state('');
	const isIn = $derived(newcomer.state === 'let-in');
	const childText = (child: { readonly name: string; readonly class: string }) =>
		child.class ? m.newcomer_child_in_class(child) : child.name;

	async function answer(chosen: InputOf<typeof newcomerAnswer>['answer']) {
		const outcome = await act.perform(newcomerAnswer, { newcomer: newcomer.id, answer: chosen });
		if (outcome?.ok === false)
			refused = outcome.reason === 'booked' ? m.newcomer_booked() : m.to_answer_settled();
	}
</script>

<article class="rounded-box border border-base-300 bg-base-100 p-4" aria-labelledby="{id}-who">
	<h3 id="{id}-who" class="text-title">{newcomer.name}</h3>
	<p class="quiet mb-2 text-small wrap-anywhere">
		{[newcomer.email, newcomer.telephone, momentText(newcomer.since, zone)]
			.filter(Boolean)
			.join(' · ')}
	</p>
	<p class="mb-2">
		{m.newcomer_comes_for({ children: listText(newcomer.children.map(childText)) })}
	</p>
	{#if isIn && newcomer.family}
		<p class="mb-2">
			{m.newcomer_is_in()}
			<a class="link" href={familyHref(newcomer.family)}>{m.newcomer_their_page()}</a>
		</p>
	{/if}
	{#if newcomer.alike.length}
		<p class="mb-2">{m.newcomer_alike({ count: newcomer.alike.length })}</p>
		<ul class="mb-3 space-y-2">
			{#each newcomer.alike as family (family.id)}
				<li class="flex flex-wrap items-center gap-x-4 gap-y-1">
					<span>
						<a class="link" href={familyHref(family.id)}>{family.label}</a>
						{listText(family.children.map(childText))}
					</span>
					{#if mayAnswer}
						<button
							class="btn btn-outline btn-sm"
							disabled={act.isBusy}
							onclick={() => answer({ is: 'joins', family: family.id })}
						>
							{m.newcomer_join({ family: family.label })}
						</button>
					{/if}
				</li>
			{/each}
		</ul>
	{/if}
	{#if act.problem || refused}
		<p class="mb-2 text-error" role="alert">{act.problem || refused}</p>
	{/if}
	{#if mayAnswer}
		<div class="flex flex-wrap items-start gap-3">
			<button
				class="btn btn-primary btn-sm"
				disabled={act.isBusy}
				onclick={() => answer({ is: 'own' })}
			>
				{isIn
					? m.newcomer_keep()
					: newcomer.alike.length
						? m.newcomer_let_in_own()
						: m.newcomer_let_in()}
			</button>
			{#if !isIn}
				<details class="grow">
					<summary class="btn btn-ghost btn-sm">{m.newcomer_decline()}</summary>
					<label class="mt-2 mb-1 block font-bold" for="{id}-words">{m.newcomer_words()}</label>
					<textarea
						id="{id}-words"
						class="textarea mb-2 w-full"
						rows="2"
						maxlength={LONGEST_WORDS}
						bind:value={words}></textarea>
					<button
						class="btn btn-outline btn-sm"
						disabled={act.isBusy}
						onclick={() => answer({ is: 'declined', words })}
					>
						{m.newcomer_decline_send()}
					</button>
				</details>
			{/if}
		</div>
	{:else}
		<p class="text-small">{m.newcomer_organiser_answers()}</p>
	{/if}
</article>
