<script lang="ts">
	import { LONGEST_WORDS } from '$lib/core/visits/enquiry';
	import { enquiryAnswer, type WaitingEnquiry } from '$lib/operations/enquiries';
	import { m } from '$lib/paraglide/messages';
	import { momentText } from '../parts/format/when';
	import { ActOnce } from '../parts/saving/act-once.svelte';

	/** Something that a family asks the school, and the place to answer it. */
	let {
		enquiry,
		zone,
		familyHref,
		onanswered,
	}: {
		enquiry: WaitingEnquiry;
		zone: string;
		familyHref: string;
		onanswered: () => Promise<void>;
	} = $props();

	const id = $props.id();
	let answer = $state('');
	const act = new ActOnce({ after: () => onanswered() });
	let isSettled = $state(false);

	async function send() {
		const outcome = await act.perform(enquiryAnswer, { enquiry: enquiry.id, answer });
		isSettled = outcome?.ok === false;
	}
</script>

<article class="rounded-box border border-base-300 bg-base-100 p-4" aria-labelledby="{id}-about">
	<h2 id="{id}-about" class="text-title">
		{enquiry.kind === 'meeting'
			? enquiry.desk
				? m.to_answer_meeting({ desk: enquiry.desk, student: enquiry.student })
				: m.to_answer_former()
			: m.to_answer_lost()}
	</h2>
	<p class="quiet mb-2 text-small">
		<a class="link" href={familyHref}>{enquiry.family.label}</a>
		{#if enquiry.adult}· {enquiry.adult}{/if}
		· {momentText(enquiry.askedAt, zone)}
	</p>
	{#if enquiry.words}<p class="as-typed mb-3 whitespace-pre-line">{enquiry.words}</p>{/if}
	<form
		class="space-y-2"
		onsubmit={(event) => {
			event.preventDefault();
			void send();
		}}
	>
		{#if enquiry.kind === 'meeting'}
			<label class="block" for="{id}-answer">
				<span class="mb-1 block font-bold">{m.to_answer_answer()}</span>
			</label>
			<textarea
				id="{id}-answer"
				class="textarea w-full"
				rows="2"
				required
				maxlength={LONGEST_WORDS}
				bind:value={answer}></textarea>
		{:else}
			<p class="text-small">{m.to_answer_lost_how()}</p>
		{/if}
		{#if act.problem || isSettled}
			<p class="text-error" role="alert">{act.problem || m.to_answer_settled()}</p>
		{/if}
		<button class="btn btn-primary btn-sm" disabled={act.isBusy}>
			{enquiry.kind === 'meeting' ? m.to_answer_send() : m.to_answer_done()}
		</button>
	</form>
</article>
