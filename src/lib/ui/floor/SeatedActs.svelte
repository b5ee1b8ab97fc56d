<script lang="ts">
	import { goto } from '$app/navigation';
	import { untrack } from 'svelte';
	import { movesOf, type Move } from '$lib/core/visits/moves';
	import { otherModes } from '$lib/core/visits/other-modes';
	import type { FamilyProjection } from '$lib/core/visits/family-projection';
	import { MINUTE } from '$lib/core/time/local-of';
	import { seatSwaps, type Seated } from '$lib/operations/floor';
	import { m } from '$lib/paraglide/messages';
	import type { Clock } from '../visits/clock';
	import { placeWords } from '$lib/words/place-words';
	import { doneActs } from '../office/done-acts.svelte';
	import OtherModes from '../families/OtherModes.svelte';
	import { OfficeVisit } from '../families/office-visit.svelte';
	import { listText, momentText, timeText } from '../parts/format/when';
	import { askOrNull } from '../parts/saving/ask-server';
	import SaidAnswers from '../questions/SaidAnswers.svelte';
	import { bookedEntries } from '../visits/ribbon-entry';
	import AnswerWithWords from './AnswerWithWords.svelte';
	import { floorState, type Lighting, type Lit } from './floor-state.svelte';
	import SeatedNeeds from './SeatedNeeds.svelte';
	import type { SeatActs } from './seat-acts.svelte';

	/** A family in a seat: where, who comes, its whole visit, and what can be done with this appointment. */
	let {
		seated,
		view,
		acts,
		clock,
		base,
		mayAnswer,
		reload,
	}: {
		seated: Seated;
		/** The family's visit, by the office's rights. */
		view: FamilyProjection;
		acts: SeatActs;
		clock: Clock;
		base: string;
		mayAnswer: boolean;
		reload: () => Promise<void>;
	} = $props();

	const floor = floorState();
	const visit = untrack(
		() => new OfficeVisit({ view: () => view, reload: () => reload(), done: doneActs() }),
	);
	const zone = $derived(view.conference.timeZone);
	const own = $derived(view.appointments.find(({ id }) => id === seated.appointment));
	const entries = $derived(bookedEntries(view));
	const lit = $derived(
		floor.lighting?.appointment === seated.appointment ? floor.lighting.kind : null,
	);

	const light = (kind: Lighting['kind'], seats: readonly (readonly [slot: string, lit: Lit])[]) =>
		floor.light({ appointment: seated.appointment, kind }, seats);

	function textOf({ also }: Move): string {
		const [first] = also;
		if (!first) return m.seat_move_here();
		const teacher = entries.find(({ id }) => id === first.appointment)?.desk ?? '';
		return m.seat_move_with({ teacher, time: momentText(first.to.slot.start * MINUTE, zone) });
	}

	async function take(appointment: NonNullable<typeof own>, move: Move) {
		floor.putOut();
		await visit.move(appointment, move);
	}

	/** Lights up where this appointment can go, or puts the lights out. */
	export function move(): void {
		if (lit === 'move') floor.putOut();
		else beginMove();
	}

	/** Lights up where this appointment can go. */
	export function beginMove(): void {
		if (!own) return;
		const moves = movesOf(view, own, clock.now());
		light(
			'move',
			moves.map((one): [string, Lit] => [
				one.to.slot.id,
				{
					text: textOf(one),
					isWithOthers: one.also.length > 0,
					act: () => void take(own, one),
				},
			]),
		);
	}

	/** Lights up with whom it can be swapped. */
	export async function swap(): Promise<void> {
		if (lit === 'swap') return floor.putOut();
		const found = await askOrNull(seatSwaps, {
			conferenceId: view.conference.id,
			appointment: seated.appointment,
		});
		light(
			'swap',
			(found ?? []).map((other): [string, Lit] => [
				other.slot,
				{
					text: m.seat_swap_with({ family: other.family, student: other.student }),
					isWithOthers: true,
					act: () => {
						floor.putOut();
						void acts.swap(seated.appointment, other.appointment);
					},
				},
			]),
		);
	}

	const modes = $derived(own ? otherModes(view, own) : []);

	/** Holds it in the first of the other ways that its slot has. */
	export function meetOtherwise(): void {
		const [mode] = modes;
		if (own && mode) void visit.meetBy(own, mode);
	}

	export function cancel(): void {
		void visit.cancel([seated.appointment]);
	}

	export const open = (): void => void goto(`${base}/families/${seated.family}`);

	let answering = $state<ReturnType<typeof AnswerWithWords>>();
	/** Accepts or declines what was asked for. */
	export function answer(accept: boolean): void {
		if (seated.standing === 'asked' && mayAnswer) answering?.answer(accept);
	}
</script>

<section class="mb-4 border-b border-base-300 pb-4">
	<h2 class="text-title">{listText(seated.students.map(({ name }) => name))}</h2>
	<p class="quiet mb-2 text-small">
		{listText([...new Set(seated.students.map(({ classLabel }) => classLabel))])} ·
		<a class="link" href="{base}/families/{seated.family}">{seated.familyLabel}</a>
	</p>
	{#if lit}
		<p class="mb-2 font-bold" role="status">
			{lit === 'move'
				? floor.litCount
					? m.seat_move_choose({ count: floor.litCount })
					: m.seat_nowhere()
				: floor.litCount
					? m.seat_swap_choose({ count: floor.litCount })
					: m.seat_no_swap()}
		</p>
	{/if}
	{#if seated.standing === 'asked'}
		<p class="font-bold">{m.seat_asked_of()}</p>
		{#if mayAnswer}
			<AnswerWithWords bind:this={answering} appointment={seated.appointment} {acts} hasLetters />
		{/if}
	{/if}
	<SeatedNeeds {seated} />
	<dl class="facts mb-2">
		<dt>{m.floor_where()}</dt>
		<dd>
			{placeWords({ kind: seated.place.kind, name: seated.place.name })}
			{#if seated.place.building}<span class="quiet block">{seated.place.building}</span>{/if}
			{#if seated.place.hasDoor}
				<a
					class="link block"
					href="{base}/floor/door/{seated.appointment}"
					rel="noreferrer external">{m.ribbon_door()}</a
				>
			{/if}
		</dd>
		<dt>{m.floor_comes()}</dt>
		<dd>{listText(seated.adults)}</dd>
	</dl>
	<SaidAnswers said={seated.said} />
	<h3 class="mt-2 text-small font-bold">{m.floor_whole_visit()}</h3>
	<ol class="mb-3 text-small">
		{#each entries as entry (entry.id)}
			<li class={entry.id === seated.appointment ? 'font-bold' : ''}>
				<span class="inline-block w-12">{timeText(entry.start, zone)}</span>
				{entry.desk}
			</li>
		{/each}
	</ol>
	{#each visit.problems as problem (problem)}
		<p class="mb-2 text-error" role="alert">{problem}</p>
	{/each}
	<div class="flex flex-wrap gap-2">
		<button type="button" class="btn btn-outline btn-sm" disabled={visit.act.isBusy} onclick={move}>
			{m.caller_move()} <kbd class="kbd kbd-xs" aria-hidden="true">M</kbd>
		</button>
		<button type="button" class="btn btn-outline btn-sm" disabled={acts.isBusy} onclick={swap}>
			{m.seat_swap()} <kbd class="kbd kbd-xs" aria-hidden="true">S</kbd>
		</button>
		<OtherModes
			{modes}
			letter="H"
			isBusy={visit.act.isBusy}
			onpick={(mode) => own && visit.meetBy(own, mode)}
		/>
		<button
			type="button"
			class="btn btn-outline btn-sm"
			disabled={visit.act.isBusy}
			onclick={cancel}
		>
			{m.caller_cancel()} <kbd class="kbd kbd-xs" aria-hidden="true">C</kbd>
		</button>
		<a class="btn btn-ghost btn-sm" href="{base}/families/{seated.family}">
			{m.seat_open_family()} <kbd class="kbd kbd-xs" aria-hidden="true">F</kbd>
		</a>
	</div>
</section>

<style>
	.facts {
		display: grid;
		grid-template-columns: auto 1fr;
		gap: 0.25rem 1rem;
	}
	.facts dt {
		color: var(--color-neutral);
	}
</style>
