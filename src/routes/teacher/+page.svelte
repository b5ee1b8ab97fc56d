<script lang="ts">
	import { invalidateAll } from '$app/navigation';
	import { enhance } from '$lib/ui/parts/saving/enhance';
	import { navigating, page } from '$app/state';
	import { onMount, untrack } from 'svelte';
	import { m } from '$lib/paraglide/messages';
	import SchoolMark from '$lib/ui/look/SchoolMark.svelte';
	import Seat from '$lib/ui/parts/chairs/Seat.svelte';
	import { dateText, listText, localDateText, timeText } from '$lib/ui/parts/format/when';
	import type { SeatState } from '$lib/core/snapshot/seat-state';
	import { substituteOnText } from '$lib/ui/desks/substitute-text';
	import AnswerAsked from '$lib/ui/floor/AnswerAsked.svelte';
	import ChooseTold from '$lib/ui/notices/ChooseTold.svelte';
	import SeatedNeeds from '$lib/ui/floor/SeatedNeeds.svelte';
	import { seatText } from '$lib/ui/floor/seat-text';
	import SaidAnswers from '$lib/ui/questions/SaidAnswers.svelte';
	import PictureForm from '$lib/ui/register/PictureForm.svelte';
	import { followSeats } from '$lib/ui/parts/live/live-seats.svelte';

	let { data, form } = $props();

	const proof = $derived(page.url.searchParams.get('proof'));
	let confirming = $state<HTMLFormElement>();
	onMount(() => confirming?.requestSubmit());

	for (const { id } of untrack(() => data.conferences))
		followSeats(`/live/${id}`, () => {
			// Reading again would call off a step to another page that is being taken.
			if (!navigating.to) void invalidateAll();
		});

	const counts = (
		lines: readonly { readonly seated: readonly unknown[]; readonly state: SeatState }[],
	) => ({
		taken: lines.filter(({ seated }) => seated.length > 0).length,
		all: lines.filter(({ seated, state }) => seated.length > 0 || state !== 'blocked').length,
	});
</script>

<svelte:head><title>{m.day_title()} · {data.school}</title></svelte:head>

<div class="mx-auto max-w-2xl px-5 pb-12">
	<header class="flex items-center gap-2 py-4 font-display font-semibold text-primary">
		<SchoolMark size={24} />
		{data.school}
	</header>
	<main>
		<h1 class="text-hour">{data.name}</h1>
		{#if form?.confirmed}
			<p class="mb-4" role="status">{m.day_address_confirmed()}</p>
		{:else if proof}
			<form method="post" action="/teacher?/confirm" bind:this={confirming} use:enhance>
				<input type="hidden" name="proof" value={proof} />
				<button class="btn btn-outline btn-sm mb-4">{m.day_confirm_address()}</button>
			</form>
		{/if}
		{#if form?.answerProblem}<p class="mb-4 text-error" role="alert">{form.answerProblem}</p>{/if}
		{#each data.conferences as conference (conference.id)}
			{@const next = conference.dates
				.flatMap(({ lines }) => lines)
				.find(({ end, seated }) => end > conference.now && seated.length > 0)}
			<p class="quiet">{conference.name}</p>
			<p class="mb-6 text-small">
				{#each conference.desks as { id, subject } (id)}
					<a class="link me-4" href="/teacher/desk/{id}">{m.own_desk_link({ subject })}</a>
				{/each}
			</p>
			{#each conference.away as entry (`${entry.date}${entry.name}`)}
				<p class="mb-4 font-bold">{substituteOnText(entry)}</p>
			{/each}
			{#if next}
				<section class="mb-8 border-y border-base-300 py-4" aria-label={m.day_next()}>
					<p class="quiet">{m.day_next()} · {dateText(next.start, conference.timeZone)}</p>
					<p class="font-display text-[3rem] leading-tight font-semibold">
						{timeText(next.start, conference.timeZone)}
					</p>
					{#each next.seated as seated (seated.appointment)}
						<p class="text-title font-bold">{listText(seated.students.map(({ name }) => name))}</p>
						<p>{listText(seated.adults)}</p>
						{#if seated.standing === 'asked'}<p class="font-bold">{m.seat_asked_of()}</p>{/if}
						<SeatedNeeds {seated} />
						<SaidAnswers said={seated.said} />
					{/each}
				</section>
			{/if}
			{#each conference.dates as { date, lines } (date)}
				{@const { taken, all } = counts(lines)}
				<section class="mb-8">
					<h2 class="text-title">{localDateText(date)}</h2>
					<p class="quiet mb-2 text-small">{m.day_count({ taken, all })}</p>
					<ol>
						{#each lines as line (line.slot)}
							<li class="line" class:over={line.end <= conference.now}>
								<time class="font-display text-title font-semibold">
									{timeText(line.start, conference.timeZone)}
								</time>
								<Seat state={line.state} />
								<div>
									{#each line.seated as seated (seated.appointment)}
										<strong class="block">
											{seated.students
												.map(({ name, classLabel }) => `${name} (${classLabel})`)
												.join(', ')}
										</strong>
										<span class="block text-small">
											{listText(seated.adults)} ·
											{#if seated.place.hasDoor}
												<a
													class="link"
													href="/teacher/door/{seated.appointment}"
													rel="noreferrer external">{m.place_video()}</a
												>
											{:else}
												{[seated.place.name, seated.place.building].filter(Boolean).join(', ')}
											{/if}
										</span>
										{#if seated.standing === 'asked'}
											<AnswerAsked
												appointment={seated.appointment}
												who={listText(seated.students.map(({ name }) => name))}
											/>
										{/if}
										<SeatedNeeds {seated} />
										<SaidAnswers said={seated.said} />
									{:else}
										<span class="quiet">{seatText(line.state)}</span>
									{/each}
									{#if line.inPlaceOf}
										<span class="block text-small">
											{[line.inPlaceOf.subject, m.substitute_for(line.inPlaceOf)]
												.filter(Boolean)
												.join(' · ')}
										</span>
									{/if}
								</div>
							</li>
						{/each}
					</ol>
				</section>
			{/each}
		{:else}
			<p>{m.day_none()}</p>
		{/each}
		<PictureForm
			picture={data.picture}
			problem={form && 'pictureProblem' in form ? form.pictureProblem : undefined}
			said={form && 'pictureSaid' in form ? form.pictureSaid : undefined}
			isOwn={true}
		/>
		<ChooseTold told={data.told} said={form && 'said' in form ? form.said : undefined} />
	</main>
</div>

<style>
	.line {
		display: grid;
		grid-template-columns: 4.5rem 2rem 1fr;
		align-items: center;
		min-block-size: 3rem;
		padding-block: 0.25rem;
		border-block-start: 1px solid var(--color-base-300);
	}
	.over {
		opacity: 0.55;
	}
</style>
