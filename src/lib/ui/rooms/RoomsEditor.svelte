<script lang="ts">
	import X from '@lucide/svelte/icons/x';
	import { untrack } from 'svelte';
	import { v7 } from 'uuid';
	import { mergeFields } from '$lib/core/merge/merge-fields';
	import {
		entryId,
		LONGEST_WALK,
		MOST_SPACES,
		type Building,
		type Room,
		type RoomsEntry,
		type RoomsFault,
	} from '$lib/core/rooms/school-rooms';
	import { m } from '$lib/paraglide/messages';
	import AddByName from '../parts/forms/AddByName.svelte';
	import NumberField from '../parts/forms/NumberField.svelte';
	import Collisions from '../parts/saving/Collisions.svelte';
	import type { Answer, SentChange } from '../parts/saving/autosave';
	import { KeptDocuments } from '../parts/saving/kept-documents.svelte';
	import SavingState from '../parts/saving/SavingState.svelte';
	import { collisionText, faultText, stepsText } from './rooms-text';

	/** The rooms of the school by building, and the minutes on foot between buildings. */
	let {
		entries,
		mayChange,
		send,
	}: {
		entries: readonly RoomsEntry[];
		mayChange: boolean;
		send: (
			changes: readonly SentChange<RoomsEntry>[],
		) => Promise<readonly Answer<RoomsEntry, RoomsFault>[]>;
	} = $props();

	const kept = untrack(
		() =>
			new KeptDocuments<RoomsEntry, RoomsFault>({
				storage: 'ten-chairs.rooms',
				documents: new Map(entries.map((entry) => [entryId(entry), entry])),
				merge: mergeFields,
				send,
			}),
	);

	type Of<Kind extends RoomsEntry['kind']> = Extract<RoomsEntry, { kind: Kind }>;
	const of = <Kind extends RoomsEntry['kind']>(kind: Kind) =>
		[...kept.docs.values()].filter((entry): entry is Of<Kind> => entry.kind === kind);
	const buildings = $derived(of('building'));
	const rooms = $derived(of('room'));
	const walks = $derived(of('walk'));
	const groups = $derived([
		...buildings.map((building) => ({
			building,
			rooms: rooms.filter((room) => room.building === building.id),
		})),
		...(rooms.some(({ building }) => building === null)
			? [{ building: null, rooms: rooms.filter(({ building }) => building === null) }]
			: []),
	]);

	const edit = (entry: RoomsEntry) => kept.edit([[entryId(entry), entry]]);
	const remove = (entry: RoomsEntry) => kept.edit([[entryId(entry), null]]);
	const setRoom = (room: Of<'room'>, change: Partial<Room>) => edit({ ...room, ...change });
	const setBuilding = (building: Of<'building'>, change: Partial<Building>) =>
		edit({ ...building, ...change });
	const minutesBetween = (a: string, b: string) =>
		walks.find(({ from, to }) => (from === a && to === b) || (from === b && to === a))?.minutes ??
		null;

	const STEPS = { unknown: null, none: true, some: false } as const;
	type Steps = keyof typeof STEPS;
	const stepsOf = ({ stepFree }: Room): Steps =>
		stepFree === null ? 'unknown' : stepFree ? 'none' : 'some';
	/** Says of all rooms of which nobody has said it that there are no steps. */
	const noSteps = (some: readonly Of<'room'>[]) =>
		kept.edit(
			some
				.filter(({ stepFree }) => stepFree === null)
				.map((room): [string, RoomsEntry] => [entryId(room), { ...room, stepFree: true }]),
		);
	const unknown = $derived(rooms.filter(({ stepFree }) => stepFree === null).length);

	function choose(index: number, whose: 'mine' | 'theirs') {
		const entry = kept.collisions[index]!;
		const now = kept.docs.get(entry.id);
		const mine =
			entry.path === 'entry'
				? (entry.mine as RoomsEntry)
				: now && ({ ...now, [entry.path]: entry.mine } as RoomsEntry);
		kept.settle(entry, whose === 'mine' ? mine : undefined);
	}
</script>

<div class="mb-4 flex flex-wrap items-baseline gap-4">
	<h1 class="text-hour">{m.rooms_title()}</h1>
	<SavingState state={kept.state} isPartly={kept.problems.size > 0} />
</div>
<p class="quiet mb-6 max-w-2xl">{m.rooms_hint()}</p>
{#if unknown}<p class="mb-6 max-w-2xl font-bold">{m.rooms_unknown({ count: unknown })}</p>{/if}
<Collisions
	entries={kept.collisions.map((collision) =>
		collisionText(collision, kept.docs.get(collision.id), buildings),
	)}
	onchoose={choose}
/>

<fieldset disabled={!mayChange}>
	{#each groups as { building, rooms } (building?.id ?? '')}
		<section class="mb-8">
			<div class="mb-1 flex flex-wrap items-center gap-3">
				{#if building}
					<input
						class="input input-sm w-64 font-display text-title font-semibold"
						aria-label={m.rooms_building_name()}
						value={building.name}
						onchange={({ currentTarget }) => setBuilding(building, { name: currentTarget.value })}
					/>
					<NumberField
						label={m.rooms_inside()}
						value={building.insideMinutes}
						min={0}
						max={LONGEST_WALK}
						unit={m.unit_minutes()}
						oncommit={(insideMinutes) => setBuilding(building, { insideMinutes })}
					/>
					{#if rooms.length === 0}
						<button
							type="button"
							class="btn btn-ghost btn-xs"
							aria-label={m.rooms_remove({ name: building.name })}
							onclick={() => remove(building)}
						>
							<X size={14} aria-hidden="true" />
						</button>
					{/if}
				{:else}
					<h2 class="text-title text-error">{m.rooms_without_building()}</h2>
				{/if}
			</div>
			{#if building && kept.problems.has(building.id)}
				<p class="text-small text-error" role="alert">
					{faultText(kept.problems.get(building.id))}
				</p>
			{/if}
			{#if rooms.filter(({ stepFree }) => stepFree === null).length > 1}
				<button type="button" class="btn btn-outline btn-xs mb-2" onclick={() => noSteps(rooms)}
					>{m.rooms_no_steps_all()}</button
				>
			{/if}
			<ul class="border-t border-base-300">
				{#each rooms as room (room.id)}
					<li class="flex flex-wrap items-center gap-x-6 gap-y-1 border-b border-base-300 py-1.5">
						<input
							class="input input-sm w-48"
							aria-label={m.desk_room()}
							value={room.name}
							onchange={({ currentTarget }) => setRoom(room, { name: currentTarget.value })}
						/>
						<NumberField
							label={m.rooms_spaces()}
							value={room.spaces}
							min={1}
							max={MOST_SPACES}
							oncommit={(spaces) => setRoom(room, { spaces })}
						/>
						<select
							class="select select-sm w-44"
							class:border-error={room.stepFree === null}
							aria-label={m.rooms_steps_of({ room: room.name })}
							value={stepsOf(room)}
							onchange={({ currentTarget }) =>
								setRoom(room, { stepFree: STEPS[currentTarget.value as Steps] })}
						>
							{#each Object.keys(STEPS) as steps (steps)}
								<option value={steps}>{stepsText(STEPS[steps as Steps])}</option>
							{/each}
						</select>
						{#if !building}
							<select
								class="select select-sm w-44"
								aria-label={m.desk_building()}
								onchange={({ currentTarget }) =>
									setRoom(room, { building: currentTarget.value || null })}
							>
								<option value="">{m.rooms_which_building()}</option>
								{#each buildings as { id, name } (id)}<option value={id}>{name}</option>{/each}
							</select>
						{/if}
						<button
							type="button"
							class="btn btn-ghost btn-xs ms-auto"
							aria-label={m.rooms_remove({ name: room.name })}
							onclick={() => remove(room)}
						>
							<X size={14} aria-hidden="true" />
						</button>
						{#if kept.problems.has(room.id)}
							<p class="w-full text-small text-error" role="alert">
								{faultText(kept.problems.get(room.id))}
							</p>
						{/if}
					</li>
				{/each}
			</ul>
			<div class="mt-2">
				<AddByName
					label={m.rooms_new_in({ building: building?.name ?? m.rooms_without_building() })}
					placeholder={m.rooms_new()}
					onadd={(name) =>
						edit({
							kind: 'room',
							id: v7(),
							name,
							building: building?.id ?? null,
							spaces: 1,
							stepFree: null,
						})}
				/>
			</div>
		</section>
	{/each}
	<div class="mb-10">
		<AddByName
			label={m.rooms_new_building()}
			onadd={(name) => edit({ kind: 'building', id: v7(), name, insideMinutes: 0 })}
		/>
	</div>

	{#if buildings.length > 1}
		<section>
			<h2 class="mb-1 text-title">{m.rooms_walks()}</h2>
			<p class="quiet mb-3 text-small">{m.rooms_walks_hint()}</p>
			<table>
				<thead>
					<tr>
						<td></td>
						{#each buildings.slice(1) as { id, name } (id)}
							<th scope="col" class="px-2 pb-1 text-start text-small">{name}</th>
						{/each}
					</tr>
				</thead>
				<tbody>
					{#each buildings.slice(0, -1) as from, row (from.id)}
						<tr>
							<th scope="row" class="pe-4 text-start text-small">{from.name}</th>
							{#each buildings.slice(1) as to, column (to.id)}
								<td class="px-2 py-1">
									{#if column >= row}
										<input
											class="input input-sm w-16"
											type="number"
											min="0"
											max={LONGEST_WALK}
											aria-label={m.rooms_walk_between({ from: from.name, to: to.name })}
											value={minutesBetween(from.id, to.id) ?? ''}
											onchange={({ currentTarget }) => {
												const minutes = Number(currentTarget.value);
												if (currentTarget.value !== '' && Number.isInteger(minutes))
													edit({ kind: 'walk', from: from.id, to: to.id, minutes });
											}}
										/>
									{/if}
								</td>
							{/each}
						</tr>
					{/each}
				</tbody>
			</table>
		</section>
	{/if}
</fieldset>
