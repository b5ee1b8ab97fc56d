<script lang="ts">
	import type { PlaceKind } from '$lib/core/ways-to-meet';
	import { SvelteSet } from 'svelte/reactivity';
	import { setSittings, withRoom } from '$lib/core/desks/edit-plan';
	import { giveOutRooms } from '$lib/core/rooms/give-out-rooms';
	import { groupBy } from '$lib/core/group-by';
	import { m } from '$lib/paraglide/messages';
	import { listText, localDateText } from '../parts/format/when';
	import { barRef, type BarRef } from './bar-key';
	import { sittingsToPlace, type BoardFacts } from './board-facts';
	import type { DeskEditor } from './desk-editor.svelte';

	/** A proposal for who gets which room, to be taken in whole or in part. */
	let {
		editor,
		facts,
		usualPlace,
		onclose,
	}: {
		editor: DeskEditor;
		facts: BoardFacts;
		usualPlace: PlaceKind;
		onclose: () => void;
	} = $props();

	let keepsPresent = $state(true);
	const left = new SvelteSet<string>();

	const wanted = $derived(
		sittingsToPlace(
			editor.plans.map((plan) => ({ plan, sittings: editor.sittings(plan) })),
			facts,
			{ usualIsRoom: usualPlace === 'room' },
		).map((sitting) => (keepsPresent ? sitting : { ...sitting, current: null })),
	);
	const given = $derived(giveOutRooms(wanted, facts.rooms));
	const roomName = (id: string | null | undefined) =>
		facts.rooms.find((room) => room.id === id)?.name ?? m.place_none();

	interface Move {
		readonly key: string;
		readonly ref: BarRef;
		readonly from: string | null;
		readonly to: string | null;
	}
	/** By desk: what would be different from what is now. */
	const moves = $derived.by(() => {
		const now = new Map(
			sittingsToPlace(
				editor.plans.map((plan) => ({ plan, sittings: editor.sittings(plan) })),
				facts,
				{ usualIsRoom: usualPlace === 'room' },
			).map(({ id, current }) => [id, current]),
		);
		const all = [...given.rooms].map(([key, to]): Move => ({
			key,
			ref: barRef(key),
			from: now.get(key) ?? null,
			to,
		}));
		return groupBy(
			all.filter(({ from, to }) => from !== to && to !== null),
			({ ref }) => ref.desk,
		);
	});
	/** Desks and dates for which no room is left, each named once. */
	const without = $derived(
		[
			...groupBy(
				[...given.rooms].filter(([, room]) => room === null).map(([key]) => barRef(key)),
				({ desk }) => desk,
			),
		].map(([desk, own]) =>
			deskOn(
				desk,
				own.map(({ date }) => date),
			),
		),
	);
	const divided = $derived(given.divided.map(({ desk, date }) => deskOn(desk, [date])));
	const placed = $derived([...given.rooms.values()].filter((room) => room !== null).length);

	/** `Thorne (Thu 3 Dec)`; at a conference of one date the name alone. */
	function deskOn(desk: string, dates: readonly string[]): string {
		const name = editor.plan(desk)?.name ?? '';
		if (editor.dates.length === 1) return name;
		const days = [...new Set(dates)].map((date) => localDateText(date, 'short'));
		return m.desk_on({ desk: name, dates: listText(days) });
	}
	const chosen = $derived([...moves.keys()].filter((desk) => !left.has(desk)));

	function take() {
		const rooms = new Map(facts.rooms.map((room) => [room.id, room]));
		editor.change(
			chosen,
			(plan) =>
				[...groupBy(moves.get(plan.id) ?? [], ({ to }) => to ?? '')].reduce(
					(current, [id, own]) => {
						const room = rooms.get(id);
						if (!room) return current;
						return own.reduce((edited, { ref }) => {
							const sitting = editor.sitting(ref);
							const places = withRoom(sitting?.places ?? [], {
								kind: 'room',
								room: room.name,
								building: room.buildingName,
							});
							return setSittings(edited, [ref], { places }, editor.tools);
						}, current);
					},
					plan,
				),
			m.said_rooms({ count: chosen.length }),
		);
		onclose();
	}
</script>

<div class="space-y-3">
	<h2 class="text-title">{m.rooms_give_out()}</h2>
	<label class="flex items-center gap-2 text-small">
		<input type="checkbox" class="checkbox checkbox-sm" bind:checked={keepsPresent} />
		{m.rooms_keep_present()}
	</label>
	<p>
		{m.rooms_needed({ rooms: given.used, placed, sittings: wanted.length })}
		{#if !given.isBest}<span class="quiet">{m.rooms_not_surely_best()}</span>{/if}
	</p>
	{#if without.length}
		<p class="text-error" role="alert">{m.rooms_too_few({ desks: listText(without) })}</p>
	{/if}
	{#if divided.length}<p>{m.rooms_divided({ desks: listText(divided) })}</p>{/if}
	{#if moves.size === 0 && without.length === 0}
		<p class="quiet">{m.rooms_nothing_to_do()}</p>
	{:else if moves.size}
		<ul class="max-h-96 overflow-y-auto border-y border-base-300">
			{#each [...moves] as [desk, own] (desk)}
				<li class="border-b border-base-300 py-1.5 last:border-0">
					<label class="flex items-start gap-2">
						<input
							type="checkbox"
							class="checkbox checkbox-sm mt-0.5"
							checked={!left.has(desk)}
							onchange={() => (left.has(desk) ? left.delete(desk) : left.add(desk))}
						/>
						<span>
							<strong>{editor.plan(desk)?.name}</strong>
							{#each [...groupBy(own, ({ from, to }) => `${from}>${to}`).values()] as same (same[0]!.key)}
								<span class="block text-small">
									{m.rooms_move({
										from: roomName(same[0]!.from),
										to: roomName(same[0]!.to),
										dates: listText([
											...new Set(same.map(({ ref }) => localDateText(ref.date, 'short'))),
										]),
									})}
								</span>
							{/each}
						</span>
					</label>
				</li>
			{/each}
		</ul>
	{/if}
	<div class="flex gap-2">
		<button
			type="button"
			class="btn btn-primary btn-sm"
			disabled={chosen.length === 0}
			onclick={take}
		>
			{m.rooms_take({ count: chosen.length })}
		</button>
		<button type="button" class="btn btn-ghost btn-sm" onclick={onclose}>{m.cancel()}</button>
	</div>
</div>
