<script lang="ts">
	import type { PlaceKind } from '$lib/core/ways-to-meet';
	import Trash2 from '@lucide/svelte/icons/trash';
	import {
		copyHours,
		followConference,
		setSittings,
		type SittingChange,
	} from '$lib/core/desks/edit-plan';
	import { usualPlacesOf } from '$lib/core/desks/new-desk';
	import type { DeskPlan } from '$lib/core/desks/desk-plan';
	import { m } from '$lib/paraglide/messages';
	import { listText } from '../parts/format/when';
	import type { NamedRoom } from '$lib/core/clashes/clash-problem';
	import type { Teacher } from './board-facts';
	import type { DeskEditor } from './desk-editor.svelte';
	import DeskRulesField from './DeskRulesField.svelte';
	import DivisionField from './DivisionField.svelte';
	import NumberField from '../parts/forms/NumberField.svelte';
	import PlacesField from './PlacesField.svelte';

	/** Many desks at once: whatever is set here is set of each of them. */
	let {
		editor,
		rooms,
		teachers,
		hasVideoService,
	}: {
		editor: DeskEditor;
		rooms: readonly NamedRoom[];
		teachers: readonly Teacher[];
		hasVideoService: boolean;
	} = $props();

	const plans = $derived(editor.plans.filter(({ id }) => editor.desks.has(id)));
	const ids = $derived(plans.map(({ id }) => id));
	const sittings = $derived(plans.flatMap((plan) => editor.sittings(plan)));
	const divisions = $derived(plans.flatMap(({ series }) => series.map(({ division }) => division)));
	function common<T>(values: readonly T[]): T | null {
		return new Set(values.map((value) => JSON.stringify(value))).size === 1 ? values[0]! : null;
	}

	const set = (change: (plan: DeskPlan) => SittingChange) =>
		editor.change(
			ids,
			(plan) => setSittings(plan, editor.sittings(plan), change(plan), editor.tools),
			m.said_set_many({ count: ids.length }),
		);

	const setFacts = (change: (plan: DeskPlan) => Partial<DeskPlan>) =>
		editor.change(
			ids,
			(plan) => ({ ...plan, ...change(plan) }),
			m.said_set_many({ count: ids.length }),
		);

	/** Each desk where its own teacher usually is. */
	function setUsual(kind: PlaceKind) {
		set((plan) => {
			const teacher = teachers.find(({ id }) => plan.people.some(({ person }) => person === id));
			const places = teacher ? usualPlacesOf(teacher, kind) : [];
			return places.length ? { places } : {};
		});
	}

	let model = $state('');
	function copyFrom() {
		const from = editor.plan(model);
		if (!from) return;
		editor.change(
			ids.filter((id) => id !== from.id),
			(plan) => copyHours(from, plan, editor.tools),
			m.said_set_many({ count: ids.length }),
		);
	}

	/** Before many desks are removed it is asked once. */
	let isAsking = $state(false);

	function remove() {
		editor.apply(
			ids.map((id) => [id, null]),
			m.said_removed(),
		);
		editor.pickNothing();
	}
</script>

<div class="space-y-5">
	<header>
		<h2 class="text-title">{m.sheet_desks({ count: plans.length })}</h2>
		<p class="quiet text-small">
			{listText(plans.slice(0, 5).map(({ name }) => name))}{plans.length > 5 ? ' …' : ''}
		</p>
	</header>
	<DivisionField
		{divisions}
		usual={editor.hours.division}
		oncommit={(change) =>
			set((plan) => ({ division: change(plan.series[0]?.division ?? editor.hours.division) }))}
	/>
	<NumberField
		label={m.desk_seats()}
		value={common(sittings.map(({ seats }) => seats))}
		min={1}
		max={200}
		oncommit={(seats) => set(() => ({ seats }))}
	/>
	<PlacesField
		places={common(sittings.map(({ places }) => places))}
		{rooms}
		usual={[]}
		{hasVideoService}
		oncommit={(places) => set(() => ({ places }))}
	/>
	<div class="flex flex-wrap gap-2">
		<button type="button" class="btn btn-outline btn-sm" onclick={() => setUsual('room')}>
			{m.desks_usual_rooms()}
		</button>
		<button type="button" class="btn btn-outline btn-sm" onclick={() => setUsual('video')}>
			{m.desks_usual_links()}
		</button>
	</div>
	<label class="block text-small">
		<span class="mb-1 block font-bold">{m.desk_words()}</span>
		<textarea
			class="textarea textarea-sm w-full"
			rows="3"
			maxlength="1000"
			placeholder={common(plans.map(({ words }) => words)) === null
				? m.desk_words_mixed()
				: m.desk_words_example()}
			value={common(plans.map(({ words }) => words)) ?? ''}
			onchange={({ currentTarget }) => setFacts(() => ({ words: currentTarget.value.trim() }))}
		></textarea>
	</label>
	<DeskRulesField
		rules={plans.map(({ rules }) => rules)}
		isGroup={sittings.some(({ seats }) => seats > 1)}
		oncommit={(changed) => setFacts(({ rules }) => ({ rules: { ...rules, ...changed } }))}
	/>
	<div>
		<h3 class="mb-1 font-bold">{m.desk_hours()}</h3>
		<div class="flex gap-1.5">
			<select class="select select-sm flex-1" aria-label={m.desks_hours_like()} bind:value={model}>
				<option value="">{m.desks_hours_like()}</option>
				{#each editor.plans as plan (plan.id)}<option value={plan.id}>{plan.name}</option>{/each}
			</select>
			<button type="button" class="btn btn-outline btn-sm" onclick={copyFrom}>{m.copy()}</button>
		</div>
		<button
			type="button"
			class="link mt-1 text-small"
			onclick={() =>
				editor.change(
					ids,
					(plan) => followConference(plan, editor.tools),
					m.said_set_many({ count: ids.length }),
				)}
		>
			{m.desk_follow_again()}
		</button>
	</div>
	{#if isAsking}
		<div class="border-s-4 border-error ps-3" role="alert">
			<p class="mb-2 font-bold">{m.desks_remove_ask({ count: plans.length })}</p>
			<button type="button" class="btn btn-error btn-sm" onclick={remove}>
				{m.desks_remove({ count: plans.length })}
			</button>
			<button type="button" class="btn btn-ghost btn-sm" onclick={() => (isAsking = false)}
				>{m.desks_keep()}</button
			>
		</div>
	{:else}
		<button type="button" class="btn btn-ghost btn-sm text-error" onclick={() => (isAsking = true)}>
			<Trash2 size={16} aria-hidden="true" />
			{m.desks_remove({ count: plans.length })}
		</button>
	{/if}
</div>
