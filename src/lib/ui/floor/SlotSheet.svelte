<script lang="ts">
	import { m } from '$lib/paraglide/messages';
	import { substituteWords } from '$lib/words/substitute-words';
	import { listText, localDateText, timeText } from '../parts/format/when';
	import { placeWords } from '$lib/words/place-words';
	import type { Spot } from './floor-view';
	import SaidAnswers from '../questions/SaidAnswers.svelte';
	import SeatedNeeds from './SeatedNeeds.svelte';
	import { seatText } from './seat-text';

	/** One slot of the floor: who sits there, and that family's whole visit. */
	let {
		open,
		way,
		zone,
		doorOf,
		picked = $bindable(),
	}: {
		open: Spot;
		/** The family's slots, in order of time. */
		way: readonly Spot[];
		zone: string;
		/** Where the door of a video appointment is. */
		doorOf: (appointment: string) => string;
		picked: string | null;
	} = $props();
</script>

<aside class="sheet" aria-live="polite">
	<p class="font-display text-[2.75rem] leading-none font-semibold">
		{timeText(open.slot.start, zone)}
	</p>
	<p class="quiet mb-5">
		{m.floor_until({ time: timeText(open.slot.end, zone), date: localDateText(open.slot.date) })}
	</p>
	{#each open.slot.seated as seated (seated.appointment)}
		<h2 class="text-title">{listText(seated.students.map(({ name }) => name))}</h2>
		<p class="quiet">
			{m.floor_with({ desk: open.desk.name, subject: open.desk.subject })}
		</p>
		<p class="mb-4">{substituteWords(open.desk)}</p>
		{#if seated.standing === 'asked'}<p class="font-bold">{m.seat_asked_of()}</p>{/if}
		<SeatedNeeds {seated} />
		<dl class="facts">
			<dt>{m.floor_where()}</dt>
			<dd>
				{placeWords({ kind: seated.place.kind, name: seated.place.name })}
				{#if seated.place.building}<span class="quiet block">{seated.place.building}</span>{/if}
				{#if seated.place.hasDoor}
					<a class="link block" href={doorOf(seated.appointment)} rel="noreferrer external"
						>{m.ribbon_door()}</a
					>
				{/if}
			</dd>
			<dt>{m.floor_comes()}</dt>
			<dd>{listText(seated.adults)}</dd>
			<dt>{m.floor_class()}</dt>
			<dd>{listText([...new Set(seated.students.map(({ classLabel }) => classLabel))])}</dd>
		</dl>
		<SaidAnswers said={seated.said} />
		<h3 class="mt-6 mb-2">{m.floor_whole_visit()}</h3>
		<ol>
			{#each way as { desk, slot } (slot.id)}
				<li>
					<button
						class="flex w-full cursor-pointer gap-3 border-t border-base-300 py-1.5 text-start {slot.id ===
						picked
							? 'font-bold'
							: ''}"
						onclick={() => (picked = slot.id)}
					>
						<span>{timeText(slot.start, zone)}</span>
						<span>{desk.name}</span>
					</button>
				</li>
			{/each}
		</ol>
	{:else}
		<h2 class="text-title">{seatText(open.slot.state)}</h2>
		<p class="quiet">{m.floor_with({ desk: open.desk.name, subject: open.desk.subject })}</p>
		<p>{substituteWords(open.desk)}</p>
	{/each}
</aside>

<style>
	.sheet {
		flex: none;
		inline-size: 16rem;
		padding: 1.5rem;
		background: var(--color-base-200);
		border-inline-start: 1px solid var(--color-base-300);
	}
	@media (width < 64rem) {
		/* At the lower edge of the screen, where it is seen whatever was pressed. */
		.sheet {
			position: sticky;
			inset-block-end: 0;
			z-index: 8;
			inline-size: auto;
			max-block-size: 60dvh;
			overflow-y: auto;
			border-inline-start: none;
			border-block-start: 2px solid var(--color-accent);
		}
	}
	.facts {
		display: grid;
		grid-template-columns: auto 1fr;
		gap: 0.5rem 1rem;
	}
	.facts dt {
		color: var(--color-neutral);
	}
</style>
