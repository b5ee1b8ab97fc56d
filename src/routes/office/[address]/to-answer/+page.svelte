<script lang="ts">
	import { refreshAll } from '$app/navigation';
	import { untrack } from 'svelte';
	import { m } from '$lib/paraglide/messages';
	import AnswerWithWords from '$lib/ui/floor/AnswerWithWords.svelte';
	import { SeatActs } from '$lib/ui/floor/seat-acts.svelte';
	import { doneActs } from '$lib/ui/office/done-acts.svelte';
	import DoneBar from '$lib/ui/office/DoneBar.svelte';
	import { readAgain } from '$lib/ui/parts/live/read-again';
	import { followSeats } from '$lib/ui/parts/live/live-seats.svelte';
	import { listText, momentText } from '$lib/ui/parts/format/when';
	import NewcomerCard from '$lib/ui/newcomers/NewcomerCard.svelte';
	import EnquiryCard from '$lib/ui/visits/EnquiryCard.svelte';

	let { data } = $props();

	const done = doneActs();
	const readProgress = readAgain('ten-chairs:progress');
	const base = $derived(`/office/${data.conference.address}`);
	const zone = $derived(data.conference.timeZone);
	const toAnswer = $derived(data.toAnswer);
	const { conference } = untrack(() => data);
	const acts = new SeatActs({ conference: conference.id, done, reload: () => answered() });
	$effect(() => done.follow(answered));

	async function answered() {
		await refreshAll();
		await readProgress();
	}

	let known = untrack(() => data.progress.toAnswer);
	followSeats(`/live/${conference.id}`, ({ toAnswer: told }) => {
		if (told === undefined || told === known) return;
		known = told;
		void refreshAll();
	});

	const elsewhere = $derived([
		...toAnswer.elsewhere.proposals.map(({ desk }) => ({
			text: m.to_answer_proposal({ desk }),
			href: `${base}/desks`,
		})),
		...(toAnswer.elsewhere.toSettle
			? [
					{
						text: m.to_answer_settle({ count: toAnswer.elsewhere.toSettle }),
						href: `${base}/desks`,
					},
				]
			: []),
		...(toAnswer.elsewhere.undelivered
			? [
					{
						text: m.to_answer_undelivered({ count: toAnswer.elsewhere.undelivered }),
						href: `${base}/outbox`,
					},
				]
			: []),
	]);
	const isEmpty = $derived(
		toAnswer.newcomers.length +
			toAnswer.enquiries.length +
			toAnswer.asked.length +
			toAnswer.offers.length +
			elsewhere.length ===
			0,
	);
</script>

<svelte:head><title>{m.station_to_answer()} · {data.conference.name}</title></svelte:head>

<div class="max-w-3xl p-6">
	<h1 class="mb-2 text-hour">{m.station_to_answer()}</h1>
	<DoneBar {done} />
	{#if acts.problem}<p class="mb-2 text-error" role="alert">{acts.problem}</p>{/if}
	{#if isEmpty}<p>{m.to_answer_nothing()}</p>{/if}

	{#if toAnswer.asked.length}
		<h2 class="mt-4 mb-2 text-title">{m.to_answer_asked()}</h2>
		<ul class="space-y-3">
			{#each toAnswer.asked as { id, family, students, desk, slot, date, start, answerBy } (id)}
				<li class="rounded-box border border-base-300 p-4">
					<p class="font-bold">
						<a class="link" href="{base}/families/{family.id}">{family.label}</a>
					</p>
					<p>
						{m.to_answer_asked_for({
							desk,
							students: listText(students),
							moment: momentText(start, zone),
						})}
						<a class="link" href="{base}/floor/{slot}?date={date}">{m.caller_on_floor()}</a>
					</p>
					{#if answerBy !== null}
						<p class="quiet mb-2 text-small">
							{m.to_answer_by({ moment: momentText(answerBy, zone) })}
						</p>
					{/if}
					{#if data.mayAnswer}<AnswerWithWords appointment={id} {acts} />{/if}
				</li>
			{/each}
		</ul>
	{/if}

	{#if toAnswer.newcomers.length}
		<h2 class="mt-6 mb-2 text-title">{m.to_answer_newcomers()}</h2>
		<ul class="space-y-4">
			{#each toAnswer.newcomers as newcomer (newcomer.id)}
				<li>
					<NewcomerCard
						{newcomer}
						{zone}
						mayAnswer={data.mayLetIn}
						familyHref={(id) => `${base}/families/${id}`}
						onanswered={answered}
					/>
				</li>
			{/each}
		</ul>
	{/if}

	{#if toAnswer.enquiries.length}
		<h2 class="mt-6 mb-2 text-title">{m.to_answer_questions()}</h2>
		<ul class="space-y-4">
			{#each toAnswer.enquiries as enquiry (enquiry.id)}
				<li>
					<EnquiryCard
						{enquiry}
						{zone}
						familyHref="{base}/families/{enquiry.family.id}"
						onanswered={answered}
					/>
				</li>
			{/each}
		</ul>
	{/if}

	{#if elsewhere.length}
		<h2 class="mt-6 mb-2 text-title">{m.to_answer_elsewhere()}</h2>
		<ul class="space-y-1">
			{#each elsewhere as { text, href }, index (index)}
				<li><a class="link" {href}>{text}</a></li>
			{/each}
		</ul>
	{/if}

	{#if toAnswer.offers.length}
		<h2 class="mt-6 mb-2 text-title">{m.to_answer_offers()}</h2>
		<ul class="space-y-1">
			{#each toAnswer.offers as { id, family, until } (id)}
				<li>
					<a class="link" href="{base}/families/{family.id}">{family.label}</a>
					{m.kept_until({ moment: momentText(until, zone) })}
				</li>
			{/each}
		</ul>
	{/if}
</div>
