<script lang="ts">
	import { LONGEST_WORDS } from '$lib/core/visits/enquiry';
	import type { FamilyProjection } from '$lib/core/visits/family-projection';
	import { enquiryMake } from '$lib/operations/enquiries';
	import { m } from '$lib/paraglide/messages';
	import { momentText } from '../parts/format/when';
	import { familyAct } from './school-line';

	/** Asks the school about a meeting that cannot be booked, and shows its answer. */
	let {
		view,
		wish,
		reload,
	}: { view: FamilyProjection; wish: string; reload: () => Promise<void> } = $props();

	const id = $props.id();
	const act = familyAct({ family: () => view.family, after: () => reload() });
	let isOpen = $state(false);
	let words = $state('');
	const latest = $derived(view.enquiries.find((enquiry) => enquiry.wish === wish));

	async function send() {
		const { conference, family } = view;
		const asked = { conferenceId: conference.id, familyId: family, wish, words };
		const outcome = await act.perform(enquiryMake, asked);
		if (outcome?.ok) {
			isOpen = false;
			words = '';
		}
	}
</script>

{#if latest}
	<p class="w-full text-small" role="status">
		{latest.answer === null
			? m.enquiry_sent({ moment: momentText(latest.askedAt, view.conference.timeZone) })
			: m.enquiry_answered({ answer: latest.answer })}
	</p>
{/if}
{#if isOpen}
	<form
		class="w-full space-y-2"
		onsubmit={(event) => {
			event.preventDefault();
			void send();
		}}
	>
		<label class="block" for="{id}-words">{m.enquiry_words()}</label>
		<textarea
			id="{id}-words"
			class="textarea w-full"
			rows="3"
			maxlength={LONGEST_WORDS}
			bind:value={words}></textarea>
		{#if act.problem}<p class="text-small text-error" role="alert">{act.problem}</p>{/if}
		<div class="flex flex-wrap gap-2">
			<button class="btn btn-primary" disabled={act.isBusy}>{m.enquiry_send()}</button>
			<button type="button" class="btn btn-ghost" onclick={() => (isOpen = false)}>
				{m.cancel()}
			</button>
		</div>
	</form>
{:else if latest === undefined || latest.answer !== null}
	<button
		type="button"
		class="btn btn-outline"
		disabled={act.isBusy}
		onclick={() => (isOpen = true)}
	>
		{m.remedy_ask_school()}
	</button>
{/if}
