<script lang="ts">
	import { afterNavigate } from '$app/navigation';
	import { untrack } from 'svelte';
	import type { SubmitFunction } from '@sveltejs/kit';
	import { m } from '$lib/paraglide/messages';
	import FamilyReach from '$lib/ui/families/FamilyReach.svelte';
	import FamilySheet from '$lib/ui/families/FamilySheet.svelte';
	import HappenedList from '$lib/ui/happened/HappenedList.svelte';
	import { doneActs } from '$lib/ui/office/done-acts.svelte';
	import DoneBar from '$lib/ui/office/DoneBar.svelte';
	import { listText } from '$lib/ui/parts/format/when';
	import { readAgain } from '$lib/ui/parts/live/read-again';
	import { followSeats } from '$lib/ui/parts/live/live-seats.svelte';
	import { whoText } from '$lib/ui/visits/words';
	import { schoolClock } from '$lib/ui/office/school-clock';
	import { answerText } from '$lib/words/answer-text';

	let { data, form } = $props();

	const done = doneActs();
	const base = $derived(`/office/${data.conference.address}`);
	const view = $derived(data.sheet.view);
	const zone = $derived(data.conference.timeZone);
	const clock = schoolClock(() => data.now);
	const reload = readAgain('ten-chairs:sheet');
	$effect(() => done.follow(reload));

	let sheet = $state<ReturnType<typeof FamilySheet>>();
	afterNavigate(() => void sheet?.focus());

	/** What was told last of the seats that this family could have, or has. */
	let told: Readonly<Record<string, string>> = {};
	followSeats(`/live/${untrack(() => data.conference.id)}`, ({ states }) => {
		const own = view.slots.filter(({ id }) => id in states);
		const isNews = own.some(({ id }) => id in told && told[id] !== states[id]);
		told = { ...told, ...states };
		if (isNews) void reload();
	});

	const keep: SubmitFunction =
		() =>
		async ({ update }) =>
			update({ reset: false });

	const needs = $derived(
		[
			data.sheet.interpreter ? m.sheet_interpreter({ language: data.sheet.interpreter }) : '',
			data.sheet.stepFree ? m.day_step_free() : '',
		].filter(Boolean),
	);
	const open = $derived(view.enquiries.filter(({ answer }) => answer === null));
	const questionOf = (id: string) => view.questions.find((question) => question.id === id);
</script>

<svelte:head><title>{data.sheet.label} · {data.conference.name}</title></svelte:head>

<div class="grid min-h-full xl:grid-cols-[minmax(0,1fr)_20rem]">
	<div class="min-w-0 p-6">
		<p class="mb-1 no-print"><a class="link" href="{base}/families">{m.station_families()}</a></p>
		<h1 class="text-hour">{data.sheet.label}</h1>
		<p class="quiet mb-2">
			{listText(view.students.map(({ name, classLabel }) => `${name} (${classLabel})`))}
		</p>
		{#each needs as need (need)}<p class="font-bold">{need}</p>{/each}
		<DoneBar {done} />
		{#key view.family}
			<FamilySheet
				bind:this={sheet}
				{view}
				{clock}
				{reload}
				seatHref={(slot, date) => `${base}/floor/${slot}?date=${date}`}
			/>
		{/key}
	</div>
	<aside class="border-s border-base-300 bg-base-200 p-6" aria-label={m.sheet_about()}>
		<h2 class="mb-2 text-title">{m.sheet_reached()}</h2>
		{#if form && 'said' in form}<p role="status">{form.said}</p>{/if}
		{#if form && 'problem' in form}<p class="text-error" role="alert">{form.problem}</p>{/if}
		<FamilyReach adults={data.sheet.adults} {zone} maySeeLinks={data.maySeeLinks} {keep} />
		<p class="mt-3 mb-6 flex flex-wrap gap-4 text-small no-print">
			<a class="link" href="/office/people/families/{view.family}">{m.sheet_edit()}</a>
			{#if data.maySeeLinks}
				<a class="link" href="{base}/letters?family={view.family}">{m.sheet_letter()}</a>
			{/if}
		</p>
		{#if open.length}
			<h2 class="mb-1 text-title">{m.station_to_answer()}</h2>
			<ul class="mb-6">
				{#each open as { id, wish } (id)}
					<li><a class="link" href="{base}/to-answer">{whoText(view, wish)}</a></li>
				{/each}
			</ul>
		{/if}
		{#if view.answers.length}
			<h2 class="mb-1 text-title">{m.sheet_said()}</h2>
			<dl class="mb-6 text-small">
				{#each view.answers as { question, wish, value }, index (index)}
					{@const asked = questionOf(question)}
					{#if asked}
						<dt class="quiet">
							{asked.text}{#if wish}
								<span>({whoText(view, wish)})</span>{/if}
						</dt>
						<dd class="mb-2">{answerText(value)}</dd>
					{/if}
				{/each}
			</dl>
		{/if}
		<h2 class="mb-1 text-title">{m.happened_title()}</h2>
		<HappenedList happenings={data.sheet.happened.happenings} {zone} {reload} />
		<p class="mt-2 text-small no-print">
			<a class="link" href="{base}/happened?family={view.family}">{m.happened_all()}</a>
		</p>
	</aside>
</div>
