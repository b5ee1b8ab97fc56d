<script lang="ts">
	import { tick } from 'svelte';
	import type { BookedMeeting, Unanswered } from '$lib/core/questions/asked-questions';
	import type { GivenAnswer } from '$lib/core/questions/booking-question';
	import type { FamilyProjection } from '$lib/core/visits/family-projection';
	import { m } from '$lib/paraglide/messages';
	import SaidProblems from '../visits/SaidProblems.svelte';
	import ThumbBar from '../visits/ThumbBar.svelte';
	import AskedFields from './AskedFields.svelte';

	/** What the school asks between choosing a visit and booking it. */
	let {
		view,
		meetings,
		said = $bindable(),
		problems,
		unanswered,
		isChange,
		isSending,
		onbook,
	}: {
		view: FamilyProjection;
		/** About which it is asked. */
		meetings: readonly BookedMeeting[];
		said: readonly GivenAnswer[];
		/** Why the last try to book did not succeed: sentences, the first as a heading. */
		problems: readonly string[];
		unanswered: readonly Unanswered[];
		/** It changes a visit that is booked. */
		isChange: boolean;
		isSending: boolean;
		onbook: () => void;
	} = $props();

	let form = $state<HTMLFormElement>();
	/** Where an answer is missing is where one goes on. */
	$effect(() => {
		if (unanswered.length === 0) return;
		void tick().then(() =>
			form
				?.querySelector<HTMLElement>(
					'input[aria-invalid], textarea[aria-invalid], [data-wrong] input',
				)
				?.focus(),
		);
	});
</script>

<h1 class="text-hour" tabindex="-1">{m.asked_title()}</h1>
<p class="quiet mb-6">{m.asked_about()}</p>
<form
	class="flex grow flex-col"
	novalidate
	bind:this={form}
	onsubmit={(event) => {
		event.preventDefault();
		onbook();
	}}
>
	<AskedFields {view} {meetings} {said} {unanswered} onsay={(next) => (said = next)} />
	<SaidProblems {problems} />
	<ThumbBar>
		<button class="btn btn-primary btn-block btn-lg font-display" disabled={isSending}>
			{isSending ? m.visit_sending() : isChange ? m.asked_change() : m.asked_book()}
		</button>
	</ThumbBar>
</form>
