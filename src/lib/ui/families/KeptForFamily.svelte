<script lang="ts">
	import { onMount } from 'svelte';
	import type { FamilyHold, FamilyProjection } from '$lib/core/visits/family-projection';
	import { m } from '$lib/paraglide/messages';
	import type { Clock } from '../visits/clock';
	import { momentText } from '../parts/format/when';
	import { wantedEntries } from '../visits/ribbon-entry';
	import { visitAloud } from './aloud';
	import type { OfficeVisit } from './office-visit.svelte';

	/** What is kept for a family: while a caller thinks, because it was offered, or because it waits. */
	let { view, visit, clock }: { view: FamilyProjection; visit: OfficeVisit; clock: Clock } =
		$props();

	let moment = $state(0);
	onMount(() => {
		moment = clock.now();
		const timer = setInterval(() => (moment = clock.now()), 1000);
		return () => clearInterval(timer);
	});

	const zone = $derived(view.conference.timeZone);
	const kept = $derived(view.holds.filter(({ until }) => until > moment));

	const TITLES: Record<FamilyHold['kind'], () => string> = {
		hold: m.kept_hold,
		offer: m.kept_offer,
		waiting: m.kept_waiting,
	};

	/** Minutes and seconds while it is short, else the moment. */
	function leftText({ kind, until }: FamilyHold): string {
		if (kind !== 'hold') return m.kept_until({ moment: momentText(until, zone) });
		const seconds = Math.max(0, Math.round((until - moment) / 1000));
		const time = `${Math.floor(seconds / 60)}:${String(seconds % 60).padStart(2, '0')}`;
		return m.kept_left({ time });
	}

	const wantedOf = ({ keeps }: FamilyHold) => keeps.map(({ slots: _slots, ...wanted }) => wanted);
</script>

{#each kept as hold (hold.id)}
	{@const entries = wantedEntries(view, hold.keeps)}
	<div class="mb-4 border-s-4 border-primary ps-3">
		<p class="font-bold">{TITLES[hold.kind]()} <span class="quiet">{leftText(hold)}</span></p>
		<ol class="my-1">
			{#each visitAloud(entries, zone) as line, index (entries[index]!.id)}
				<li class="flex flex-wrap items-center gap-3">
					{line}
					{#if hold.kind !== 'hold'}
						<button
							type="button"
							class="btn btn-outline btn-xs"
							disabled={visit.act.isBusy}
							onclick={() => {
								const wanted = wantedOf(hold).find(({ slot }) => slot === entries[index]!.id);
								if (wanted) void visit.book([wanted]);
							}}>{m.kept_book_this()}</button
						>
					{/if}
				</li>
			{/each}
		</ol>
		<p class="flex gap-2 no-print">
			{#if hold.kind === 'hold'}
				<button
					type="button"
					class="btn btn-primary btn-sm"
					disabled={visit.act.isBusy}
					onclick={() => visit.book(wantedOf(hold))}>{m.kept_book()}</button
				>
			{/if}
			<button
				type="button"
				class="btn btn-outline btn-sm"
				disabled={visit.act.isBusy}
				onclick={() => visit.giveBack(hold.id)}>{m.kept_give_back()}</button
			>
		</p>
	</div>
{/each}
