<script lang="ts">
	import type { LocalDate } from '$lib/core/time/local-of';
	import Copy from '@lucide/svelte/icons/copy';
	import Scissors from '@lucide/svelte/icons/scissors';
	import Trash2 from '@lucide/svelte/icons/trash';
	import {
		clampStretch,
		copyDate,
		copySittings,
		moveSitting,
		removeSeries,
		removeSittings,
		setSittings,
		splitSitting,
		type SittingChange,
	} from '$lib/core/desks/edit-plan';
	import type { DeskPlan, PlannedSitting } from '$lib/core/desks/desk-plan';
	import { usualPlacesOf } from '$lib/core/desks/new-desk';
	import { groupBy } from '$lib/core/group-by';
	import { snap } from './ruler-axis';
	import { m } from '$lib/paraglide/messages';
	import { listText, localDateText } from '../parts/format/when';
	import { barKey } from './bar-key';
	import type { NamedRoom } from '$lib/core/clashes/clash-problem';
	import type { Teacher } from './board-facts';
	import type { DeskEditor } from './desk-editor.svelte';
	import { slotsText, stretchText } from './desk-text';
	import DivisionField from './DivisionField.svelte';
	import NumberField from '../parts/forms/NumberField.svelte';
	import TimeInput from '../parts/dates/TimeInput.svelte';
	import PlacesField from './PlacesField.svelte';
	import StretchField from './StretchField.svelte';

	/** The picked sittings, one or many: their hours typed, divided, placed, split, copied. */
	let {
		editor,
		rooms,
		teachers,
		hasVideoService,
		today,
	}: {
		editor: DeskEditor;
		rooms: readonly NamedRoom[];
		teachers: readonly Teacher[];
		hasVideoService: boolean;
		today: LocalDate;
	} = $props();

	const picked = $derived(editor.picked);
	const first = $derived(picked[0]!);
	const byDesk = $derived(groupBy(picked, ({ ref }) => ref.desk));
	function common<T>(pick: (sitting: PlannedSitting) => T): T | null {
		const values = new Set(picked.map(({ sitting }) => JSON.stringify(pick(sitting))));
		return values.size === 1 ? pick(first.sitting) : null;
	}
	const seriesOf = (plan: DeskPlan, sitting: PlannedSitting) =>
		plan.series.find(({ id }) => id === sitting.series);
	const divisions = $derived(
		picked.map(({ plan, sitting }) => seriesOf(plan, sitting)?.division ?? null),
	);
	const repeated = $derived.by(() => {
		const series = picked.length === 1 ? seriesOf(first.plan, first.sitting) : undefined;
		return series?.when.kind === 'weekly' ? series : undefined;
	});
	const usual = $derived.by(() => {
		const own = first.plan.people.flatMap(({ person }) =>
			teachers.filter(({ id }) => id === person),
		);
		return own.flatMap((teacher) => [
			...usualPlacesOf(teacher, 'room'),
			...usualPlacesOf(teacher, 'video'),
			...usualPlacesOf(teacher, 'telephone'),
		]);
	});
	const others = $derived(editor.dates.filter((date) => date !== first.ref.date));

	let stretchField = $state<StretchField>();
	let breakField = $state<TimeInput>();
	const halfway = $derived.by(() => {
		const { start, end, division } = first.sitting;
		const step = division.slotMinutes + division.gapMinutes;
		const half = Math.floor((end - start) / 2 / step);
		return half ? start + half * step : snap((start + end) / 2);
	});
	// What is typed stays while the sitting is saved and comes back: only another middle replaces it.
	let breakFrom = $derived<number | null>(halfway);
	let breakMinutes = $state(15);
	let breakWrong = $state('');

	export function focusHours() {
		stretchField?.focus();
	}
	export function focusBreak() {
		breakField?.focus();
	}

	/** Edits every picked desk in one step, and keeps the picked sittings picked. */
	function edit(change: (plan: DeskPlan, own: typeof picked) => DeskPlan, say: string) {
		editor.change([...byDesk.keys()], (plan) => change(plan, byDesk.get(plan.id) ?? []), say);
	}

	const set = (change: SittingChange) =>
		edit(
			(plan, own) =>
				setSittings(
					plan,
					own.map(({ ref }) => ref),
					change,
					editor.tools,
				),
			m.said_set(),
		);

	function setHours({ start, end }: { start: number | null; end: number | null }) {
		const moved: string[] = [];
		edit((plan, own) => {
			return own.reduce((current, { ref, sitting }) => {
				const moving = new Set(own.map(({ ref }) => ref.start));
				const others = editor
					.sittings(plan)
					.filter((other) => other.date === ref.date && !moving.has(other.start));
				const wanted = { start: start ?? sitting.start, end: end ?? sitting.end };
				const fit = wanted.end > wanted.start ? clampStretch(wanted, others, 'move', 1) : null;
				if (!fit) return current;
				moved.push(barKey({ ...ref, start: fit.start }));
				return moveSitting(current, ref, { date: ref.date, ...fit }, editor.tools);
			}, plan);
		}, m.said_set());
		editor.bars.clear();
		for (const key of moved) editor.bars.add(key);
	}

	function split() {
		const from = breakFrom;
		const inside =
			from !== null && picked.some(({ sitting }) => sitting.start < from && from < sitting.end);
		breakWrong = inside ? '' : m.break_outside();
		if (!inside) return;
		const pause = { start: from, end: from + breakMinutes };
		edit(
			(plan, own) =>
				own.reduce((current, { ref }) => splitSitting(current, ref, pause, editor.tools), plan),
			m.said_split({ hours: stretchText(pause) }),
		);
	}

	function copyToDates(dates: readonly LocalDate[]) {
		edit(
			(plan, own) => copyDate(plan, own[0]!.ref.date, dates, editor.tools),
			m.said_pasted({ count: picked.length }),
		);
	}

	/** The picked hours into every other desk, in place of what overlaps them there. */
	function copyToDesks() {
		const hours = picked
			.filter(({ ref }) => ref.desk === first.ref.desk)
			.map(({ ref, sitting }) => ({
				date: ref.date,
				start: sitting.start,
				end: sitting.end,
				seats: 1,
			}));
		const into = editor.plans.map(({ id }) => id).filter((id) => id !== first.ref.desk);
		editor.change(
			into,
			(plan) => copySittings(plan, hours, editor.tools),
			m.said_pasted({ count: into.length }),
		);
	}

	function remove() {
		edit(
			(plan, own) =>
				removeSittings(
					plan,
					own.map(({ ref }) => ref),
					editor.tools,
				),
			m.said_removed(),
		);
		editor.pickNothing();
	}
</script>

<div class="space-y-5">
	<header>
		<p class="quiet text-small">
			{picked.length === 1
				? localDateText(first.ref.date)
				: m.sheet_sittings({ count: picked.length })}
		</p>
		<h2 class="mb-2 text-title">
			{listText([...new Set(picked.map(({ plan }) => plan.name))].slice(0, 4))}
		</h2>
		{#key picked.map(({ ref }) => barKey(ref)).join()}
			<StretchField
				bind:this={stretchField}
				date={picked.length === 1 ? first.ref.date : ''}
				start={common(({ start }) => start)}
				end={common(({ end }) => end)}
				{today}
				oncommit={setHours}
			/>
		{/key}
		<p class="quiet mt-1 text-small" data-slots>
			{slotsText([first.sitting], first.sitting.division)}
		</p>
	</header>

	{#if repeated && repeated.when.kind === 'weekly'}
		<p class="text-small">
			{m.weekly_is({ until: localDateText(repeated.when.until) })}
			<button
				type="button"
				class="link"
				onclick={() => {
					editor.change(
						[first.ref.desk],
						(plan) => removeSeries(plan, repeated.id),
						m.said_removed(),
					);
					editor.pickNothing();
				}}
			>
				{m.weekly_remove_all()}
			</button>
		</p>
	{/if}

	<DivisionField
		{divisions}
		usual={editor.hours.division}
		oncommit={(change) => set({ division: change(divisions[0] ?? editor.hours.division) })}
	/>
	<NumberField
		label={m.desk_seats()}
		value={common(({ seats }) => seats)}
		min={1}
		max={200}
		oncommit={(seats) => set({ seats })}
	/>
	<PlacesField
		places={common(({ places }) => places)}
		{rooms}
		{usual}
		{hasVideoService}
		oncommit={(places) => set({ places })}
	/>

	<div>
		<h3 class="mb-1 font-bold">{m.break_title()}</h3>
		<div class="flex items-center gap-1.5">
			<TimeInput
				bind:this={breakField}
				bind:value={breakFrom}
				look="input-sm w-20"
				label={m.break_from()}
				onenter={split}
			/>
			<NumberField
				label={m.break_lasts()}
				value={breakMinutes}
				min={1}
				max={240}
				unit={m.unit_minutes()}
				oncommit={(minutes) => (breakMinutes = minutes)}
			/>
		</div>
		{#if breakWrong}<p class="text-small text-error" role="alert">{breakWrong}</p>{/if}
		<button type="button" class="btn btn-outline btn-sm mt-2" onclick={split}>
			<Scissors size={14} aria-hidden="true" />
			{m.break_cut()}
			<kbd class="quiet">S</kbd>
		</button>
	</div>

	<div class="flex flex-wrap gap-2">
		{#if others.length}
			<button type="button" class="btn btn-outline btn-sm" onclick={() => copyToDates(others)}>
				<Copy size={14} aria-hidden="true" />
				{m.copy_to_dates()}
			</button>
		{/if}
		{#if byDesk.size === 1 && editor.plans.length > 1}
			<button type="button" class="btn btn-outline btn-sm" onclick={copyToDesks}>
				<Copy size={14} aria-hidden="true" />
				{m.copy_to_desks()}
			</button>
		{/if}
		<button type="button" class="btn btn-ghost btn-sm text-error" onclick={remove}>
			<Trash2 size={14} aria-hidden="true" />
			{m.bar_remove()}
		</button>
	</div>
</div>
