<script lang="ts">
	import { untrack } from 'svelte';
	import type { FamilyProjection, ShownAppointment } from '$lib/core/visits/family-projection';
	import { groupBy } from '$lib/core/group-by';
	import { movesOf, type Move } from '$lib/core/visits/moves';
	import { MINUTE } from '$lib/core/time/local-of';
	import { m } from '$lib/paraglide/messages';
	import { dateText, localDateText, momentText, timeText } from '../parts/format/when';
	import { bookedEntries, movedEntries } from './ribbon-entry';
	import SaidProblems from './SaidProblems.svelte';
	import ThumbBar from './ThumbBar.svelte';
	import VisitRibbon from './VisitRibbon.svelte';

	/** Other times for one appointment; what else would move is drawn before it is taken. */
	let {
		view,
		moved,
		now,
		problems,
		isSending,
		onmove,
		onplan,
	}: {
		view: FamilyProjection;
		moved: ShownAppointment;
		now: number;
		/** Why the last try did not succeed: sentences, the first as a heading. */
		problems: readonly string[];
		isSending: boolean;
		onmove: (move: Move) => void;
		/** Plans the whole visit anew. */
		onplan: () => void;
	} = $props();

	const id = $props.id();
	const zone = $derived(view.conference.timeZone);
	const entry = $derived(bookedEntries(view).find((one) => one.id === moved.id)!);
	/** What is on the screen stays there; what somebody else takes of it is marked. */
	const possible = $derived(movesOf(view, moved, now));
	const moves = untrack(() => possible);
	const isGone = (some: Move) => !possible.some((one) => slotsOf(one) === slotsOf(some));
	const slotsOf = ({ to, also }: Move): string =>
		[to, ...also.map((entry) => entry.to)].map(({ slot }) => slot.id).join();
	const alone = moves.filter(({ also }) => also.length === 0);
	const withOthers = moves.filter(({ also }) => also.length > 0);
	let picked = $state('');
	const move = $derived(moves.find(({ to }) => to.slot.id === picked));

	const startOf = ({ to }: Move): number => to.slot.start * MINUTE;
	const dateOf = (some: Move): string => dateText(startOf(some), zone);

	function distanceText(some: Move): string {
		if (dateOf(some) !== dateText(moved.start, zone)) return '';
		const minutes = Math.round((startOf(some) - moved.start) / MINUTE);
		return minutes < 0 ? m.move_earlier({ minutes: -minutes }) : m.move_later({ minutes });
	}

	function alsoText({ appointment, to }: Move['also'][number]): string {
		const other = bookedEntries(view).find((one) => one.id === appointment)!;
		return m.move_also({
			teacher: other.desk,
			from: timeText(other.start, zone),
			to:
				dateText(to.slot.start * MINUTE, zone) === dateText(other.start, zone)
					? timeText(to.slot.start * MINUTE, zone)
					: momentText(to.slot.start * MINUTE, zone),
		});
	}
</script>

{#snippet times(some: readonly Move[])}
	{#each [...groupBy(some, dateOf)] as [date, own] (date)}
		{#if view.dates.length > 1}<h3 class="mt-2 mb-1 font-bold">{date}</h3>{/if}
		<div class="times">
			{#each own as one (one.to.slot.id)}
				<label class="pick time">
					<input
						type="radio"
						class="sr-only"
						name="{id}-time"
						value={one.to.slot.id}
						bind:group={picked}
						disabled={isGone(one)}
					/>
					<strong class="block font-display text-[1.25rem]">{timeText(startOf(one), zone)}</strong>
					<span class="block text-small">
						{isGone(one) ? m.lost_mark() : distanceText(one)}
					</span>
					{#each isGone(one) ? [] : one.also as other (other.appointment)}
						<span class="block text-small">{alsoText(other)}</span>
					{/each}
				</label>
			{/each}
		</div>
	{/each}
{/snippet}

<h1 class="mb-1 text-hour" tabindex="-1">
	{m.move_title({ teacher: entry.desk, student: entry.students })}
</h1>
<p class="quiet mb-4">
	{m.move_now({ date: localDateText(moved.date), time: timeText(moved.start, zone) })}
</p>
<SaidProblems {problems} />
{#if moves.length === 0}
	<p class="mb-2">{m.move_none({ teacher: entry.desk })} {m.move_none_way()}</p>
	<button type="button" class="btn btn-outline self-start" onclick={onplan}>
		{m.booked_change_all()}
	</button>
{:else}
	{#if alone.length}
		<fieldset class="mb-5">
			<legend class="mb-2">{m.move_alone()}</legend>
			{@render times(alone)}
		</fieldset>
	{/if}
	{#if withOthers.length}
		<fieldset class="mb-5">
			<legend class="mb-2">{m.move_with()}</legend>
			{@render times(withOthers)}
		</fieldset>
	{/if}
	{#if move && !isGone(move)}
		<VisitRibbon entries={movedEntries(view, moved.id, move)} {zone} />
		<ThumbBar>
			<button
				class="btn btn-primary btn-block btn-lg font-display"
				disabled={isSending}
				onclick={() => onmove(move)}
			>
				{isSending ? m.move_moving() : m.move_to({ time: timeText(startOf(move), zone) })}
			</button>
		</ThumbBar>
	{/if}
{/if}

<style>
	.times {
		display: grid;
		grid-template-columns: repeat(auto-fill, minmax(min(100%, 9rem), 1fr));
		gap: 0.5rem;
	}
</style>
