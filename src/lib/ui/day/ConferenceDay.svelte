<script lang="ts">
	import type { SeatState } from '$lib/core/snapshot/seat-state';
	import type { TeacherConference } from '$lib/operations/day';
	import { m } from '$lib/paraglide/messages';
	import { studentWords } from '$lib/words/student-words';
	import { substituteOnText } from '../desks/substitute-text';
	import AnswerAsked from '../floor/AnswerAsked.svelte';
	import { seatText } from '../floor/seat-text';
	import SeatedNeeds from '../floor/SeatedNeeds.svelte';
	import Seat from '../parts/chairs/Seat.svelte';
	import { dateText, listText, localDateText, timeText } from '../parts/format/when';
	import SaidAnswers from '../questions/SaidAnswers.svelte';

	/** A teacher's day at one conference: who comes next, large, and every slot in order. */
	let {
		conference,
		guide,
	}: {
		conference: TeacherConference;
		/** Where one reads what a teacher does; missing in a picture of the day, from which nothing leads anywhere. */
		guide?: string;
	} = $props();

	const next = $derived(
		conference.dates
			.flatMap(({ lines }) => lines)
			.find(({ end, seated }) => end > conference.now && seated.length > 0),
	);

	const counts = (
		lines: readonly { readonly seated: readonly unknown[]; readonly state: SeatState }[],
	) => ({
		taken: lines.filter(({ seated }) => seated.length > 0).length,
		all: lines.filter(({ seated, state }) => seated.length > 0 || state !== 'blocked').length,
	});
</script>

<p class="quiet">{conference.name}</p>
<p class="mb-6 text-small">
	{#each conference.desks as { id, subject } (id)}
		<a class="link me-4" href={guide && `/teacher/desk/${id}`}>{m.own_desk_link({ subject })}</a>
	{/each}
	{#if guide}<a class="link" href={guide}>{m.guide_teacher_title()}</a>{/if}
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
								{seated.students.map(studentWords).join(', ')}
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
