<script lang="ts">
	import { type LocalDate, typedDate } from '$lib/core/time/local-of';
	import { tick } from 'svelte';
	import {
		addSitting,
		clampStretch,
		copySittings,
		moveSitting,
		placesOf,
		removeSittings,
	} from '$lib/core/desks/edit-plan';
	import { stretchesOf, type DeskPlan } from '$lib/core/desks/desk-plan';
	import { groupBy } from '$lib/core/group-by';
	import { formatTimeOfDay } from '$lib/core/time/typed-time';
	import type { Stretch } from '$lib/core/time/stretch';
	import { m } from '$lib/paraglide/messages';
	import { localDateText } from '../parts/format/when';
	import { barKey, type BarRef } from './bar-key';
	import type { DeskEditor } from './desk-editor.svelte';
	import { slotsText, stretchText } from './desk-text';
	import { RulerDrag } from './drag.svelte';
	import type { DragMode } from './dragged';
	import { axesOf, STEP, type DateAxis } from './ruler-axis';
	import RulerRow from './RulerRow.svelte';

	/**
	 * All desks against time. Bars are drawn, dragged and stretched with the hand; arrow keys walk over
	 * them, with Shift they move one, with Ctrl they stretch it.
	 */
	let {
		editor,
		plans,
		dates,
		clashing,
		onopen,
	}: {
		editor: DeskEditor;
		/** The desks to show. */
		plans: readonly DeskPlan[];
		dates: readonly LocalDate[];
		clashing: ReadonlySet<string>;
		/** Somebody wants to type what is picked. */
		onopen: (field: 'first' | 'break') => void;
	} = $props();

	const drag = new RulerDrag();
	let grid = $state<HTMLElement>();
	let clipboard: readonly { date: LocalDate; start: number; end: number; seats: number }[] = [];

	const axes = $derived(
		axesOf(dates, [
			...stretchesOf(editor.hours),
			...editor.plans.flatMap((plan) => editor.sittings(plan)),
		]),
	);
	const columns = $derived(
		axes
			.map(({ from, to }) => `minmax(${Math.max(9, (to - from) / 34)}rem, ${to - from}fr)`)
			.join(' '),
	);

	const othersOf = (ref: BarRef, moving: ReadonlySet<string> = new Set()): Stretch[] => {
		const plan = editor.plan(ref.desk);
		return plan
			? editor
					.sittings(plan)
					.filter(
						({ date, start }) =>
							date === ref.date &&
							start !== ref.start &&
							!moving.has(barKey({ desk: ref.desk, date, start })),
					)
			: [];
	};

	function grab(event: PointerEvent, mode: DragMode, ref: BarRef, axis: DateAxis) {
		if (event.button !== 0) return;
		event.stopPropagation();
		const key = barKey(ref);
		const more = event.shiftKey || event.ctrlKey || event.metaKey;
		if (more || !editor.bars.has(key)) editor.pickBar(ref, more);
		else if (editor.bars.size > 1) {
			// A click on one of many picks it alone, once the hand lets go without having moved.
			addEventListener('click', () => !moved && editor.pickBar(ref), { once: true });
		}
		let moved = false;
		const together = editor.picked.map(({ ref, sitting }) => ({ ref, stretch: sitting }));
		const first = together.find((entry) => barKey(entry.ref) === key);
		if (!first) return;
		const moving = new Set(together.map(({ ref }) => barKey(ref)));
		const bars = [first, ...together.filter((entry) => entry !== first)].map((entry) => ({
			...entry,
			others: othersOf(entry.ref, moving),
		}));
		drag.dragBars(event, mode, bars, axis, (to) => {
			moved = true;
			move(to);
		});
	}

	/** Gives sittings new hours, in one step. Later ones first when they move on, so that none meets another. */
	function move(moves: readonly { ref: BarRef; to: Stretch }[]) {
		const changed = [...groupBy(moves, ({ ref }) => ref.desk)].flatMap(([id, own]) => {
			const plan = editor.plan(id);
			if (!plan) return [];
			const forward = own.some(({ ref, to }) => to.start > ref.start);
			const order = [...own].sort((a, b) => (forward ? -1 : 1) * (a.ref.start - b.ref.start));
			const edited = order.reduce((current, { ref, to }) => {
				return moveSitting(current, ref, { date: ref.date, ...to }, editor.tools);
			}, plan);
			return [[id, edited] as const];
		});
		const [first] = moves;
		const division = first && editor.sitting(first.ref)?.division;
		editor.apply(
			changed,
			first && division
				? m.said_moved({ hours: stretchText(first.to), slots: slotsText([first.to], division) })
				: '',
		);
		editor.bars.clear();
		for (const { ref, to } of moves) editor.bars.add(barKey({ ...ref, start: to.start }));
	}

	function draw(event: PointerEvent, desk: string, axis: DateAxis) {
		if (event.button !== 0 || event.target !== event.currentTarget) return;
		const plan = editor.plan(desk);
		if (!plan) return;
		const others = editor.sittings(plan).filter(({ date }) => date === axis.date);
		drag.draw(event, { desk, others }, axis, ({ start, end }) =>
			add(plan, { date: axis.date, start, end }),
		);
		editor.pickNothing();
	}

	function add(plan: DeskPlan, hours: { date: LocalDate; start: number; end: number }) {
		const { seats = 1, id: series } = plan.series[0] ?? {};
		const like = { seats, places: placesOf(plan), series };
		editor.change(
			[plan.id],
			(current) => addSitting(current, hours, like, editor.tools),
			m.said_added({ hours: stretchText(hours), name: plan.name }),
		);
		editor.pickBar({ desk: plan.id, ...hours });
	}

	/** New hours at a keystroke: the conference's, where the desk has none yet, or an hour after the last. */
	function addAt(desk: string, date: LocalDate) {
		const plan = editor.plan(desk);
		if (!plan) return;
		const there = editor.sittings(plan).filter((sitting) => sitting.date === date);
		const wanted = stretchesOf(editor.hours).find(
			(stretch) =>
				stretch.date === date &&
				!there.some(({ start, end }) => start < stretch.end && stretch.start < end),
		);
		const after = Math.max(0, ...there.map(({ end }) => end)) || 16 * 60;
		const hours = wanted ?? { start: after + 10, end: Math.min(24 * 60, after + 70) };
		const fit = clampStretch(hours, there, 'move', STEP);
		if (fit) add(plan, { date, ...fit });
	}

	const stops = (root: ParentNode) => [...root.querySelectorAll<HTMLElement>('[data-stop]')];

	function refOf(stop: HTMLElement): BarRef | null {
		const { desk = '', date = '', start } = stop.dataset;
		return start === undefined ? null : { desk, date: typedDate(date), start: Number(start) };
	}

	let tabStop: HTMLElement | null = null;
	function becomeTabStop(stop: HTMLElement) {
		if (tabStop) tabStop.tabIndex = -1;
		tabStop = stop;
		stop.tabIndex = 0;
	}
	$effect(() => {
		void plans.length;
		void axes;
		if (grid && (!tabStop || !grid.contains(tabStop))) {
			const [first] = stops(grid);
			if (first) becomeTabStop(first);
		}
	});

	function go(stop: HTMLElement, step: 'before' | 'after' | 'up' | 'down') {
		const row = stop.closest('[role=row]')!;
		if (step === 'before' || step === 'after') {
			const all = stops(row);
			all[all.indexOf(stop) + (step === 'after' ? 1 : -1)]?.focus();
			return;
		}
		const rows = [...grid!.querySelectorAll('[role=row]')];
		const next = rows[rows.indexOf(row) + (step === 'down' ? 1 : -1)];
		if (!next) return;
		const { date, start = '0' } = stop.dataset;
		const distance = (other: HTMLElement) =>
			(other.dataset.date === date ? 0 : 10_000) +
			Math.abs(Number(other.dataset.start ?? 0) - Number(start));
		stops(next)
			.sort((a, b) => distance(a) - distance(b))[0]
			?.focus();
	}

	/** Picked sittings when the one with the focus is among them, else that one alone. */
	function meant(ref: BarRef): readonly BarRef[] {
		return editor.bars.has(barKey(ref)) ? editor.picked.map(({ ref }) => ref) : [ref];
	}

	function nudge(ref: BarRef, mode: DragMode, by: number) {
		const refs = meant(ref);
		const moving = new Set(refs.map(barKey));
		move(
			refs.flatMap((ref) => {
				const sitting = editor.sitting(ref);
				if (!sitting) return [];
				const wanted = {
					start: sitting.start + (mode === 'end' ? 0 : by),
					end: sitting.end + (mode === 'start' ? 0 : by),
				};
				const to = clampStretch(wanted, othersOf(ref, moving), mode, STEP);
				return to ? [{ ref, to }] : [];
			}),
		);
	}

	function remove(ref: BarRef) {
		const refs = groupBy(meant(ref), ({ desk }) => desk);
		editor.change(
			[...refs.keys()],
			(plan) => removeSittings(plan, refs.get(plan.id) ?? [], editor.tools),
			m.said_removed(),
		);
		editor.pickNothing();
	}

	function copy(ref: BarRef) {
		clipboard = meant(ref).flatMap((ref) => {
			const sitting = editor.sitting(ref);
			return sitting
				? [{ date: ref.date, start: sitting.start, end: sitting.end, seats: sitting.seats }]
				: [];
		});
		editor.spoken = m.said_copied({ count: clipboard.length });
	}

	/** Into the picked desks, or the one with the focus; hours of one date also onto another date. */
	function paste(desk: string, date: LocalDate) {
		const dates = new Set(clipboard.map((entry) => entry.date));
		const hours = dates.size === 1 ? clipboard.map((entry) => ({ ...entry, date })) : clipboard;
		const into = editor.desks.size ? [...editor.desks] : [desk];
		editor.change(
			into,
			(plan) => copySittings(plan, hours, editor.tools),
			m.said_pasted({ count: hours.length }),
		);
	}

	async function key(event: KeyboardEvent) {
		const stop = (event.target as HTMLElement).closest<HTMLElement>('[data-stop]');
		if (!stop) return;
		const ref = refOf(stop);
		const { desk = '', date = '' } = stop.dataset;
		const isForward = (event.key === 'ArrowRight') === (getComputedStyle(stop).direction !== 'rtl');
		const command = event.ctrlKey || event.metaKey;
		const { key } = event;
		let handled = true;
		if (key === 'ArrowLeft' || key === 'ArrowRight') {
			const by = (isForward ? 1 : -1) * STEP;
			if (ref && command) nudge(ref, event.shiftKey ? 'start' : 'end', by);
			else if (ref && event.shiftKey) nudge(ref, 'move', by);
			else go(stop, isForward ? 'after' : 'before');
		} else if (key === 'ArrowUp' || key === 'ArrowDown')
			go(stop, key === 'ArrowUp' ? 'up' : 'down');
		else if (key === 'Enter' && ref) {
			if (!editor.bars.has(barKey(ref))) editor.pickBar(ref);
			onopen('first');
		} else if (key === ' ' && ref) editor.pickBar(ref, true);
		else if (key === 'Enter' || (key.toLowerCase() === 'n' && !command))
			addAt(desk, typedDate(date));
		else if ((key === 'Delete' || key === 'Backspace') && ref) remove(ref);
		else if (key.toLowerCase() === 's' && ref && !command) {
			editor.pickBar(ref);
			onopen('break');
		} else if (command && key.toLowerCase() === 'c' && ref) copy(ref);
		else if (command && key.toLowerCase() === 'v') paste(desk, typedDate(date));
		else if (command && key.toLowerCase() === 'a') {
			editor.bars.clear();
			for (const { id } of plans) editor.desks.add(id);
		} else if (key === 'Escape') editor.pickNothing();
		else if (key === 'Home' || key === 'End') {
			const all = stops(stop.closest('[role=row]')!);
			(key === 'Home' ? all[0] : all.at(-1))?.focus();
		} else handled = false;
		if (!handled) return;
		event.preventDefault();
		await tick();
		if (!stop.isConnected && grid) {
			const again = stops(grid).find(
				({ dataset }) => dataset.desk === desk && dataset.date === date,
			);
			again?.focus();
		}
	}
</script>

<div
	bind:this={grid}
	class="ruler"
	role="grid"
	tabindex={-1}
	aria-label={m.ruler_label()}
	aria-rowcount={plans.length + 1}
	aria-multiselectable="true"
	style:--columns={columns}
	onkeydown={key}
	onfocusin={({ target }) => {
		const stop = (target as HTMLElement).closest<HTMLElement>('[data-stop]');
		if (stop) becomeTabStop(stop);
	}}
>
	<div class="times" role="row" aria-rowindex={1}>
		<span role="columnheader" class="sr-only">{m.ruler_desk()}</span>
		<span class="corner"></span>
		{#each axes as { date, from, to, marks } (date)}
			<div role="columnheader" class="date">
				<strong class="block truncate">{localDateText(date, 'short')}</strong>
				<div class="marks" aria-hidden="true">
					{#each marks as mark (mark)}
						<span style:inset-inline-start="{(100 * (mark - from)) / (to - from)}%">
							{formatTimeOfDay(mark).replace(/^0|:00$/g, '')}
						</span>
					{/each}
				</div>
			</div>
		{/each}
	</div>
	{#each plans as plan, index (plan.id)}
		<RulerRow
			{plan}
			{index}
			{axes}
			{editor}
			{drag}
			{clashing}
			problem={editor.kept.problems.get(plan.id)}
			ongrab={grab}
			ondraw={draw}
		/>
	{/each}
</div>

<style>
	.ruler {
		inline-size: max-content;
		min-inline-size: 100%;
		background: var(--color-base-100);
	}
	.times {
		position: sticky;
		inset-block-start: 0;
		z-index: 6;
		display: grid;
		grid-template-columns: 14rem var(--columns);
		column-gap: 0.75rem;
		padding-block-start: 0.25rem;
		background: var(--color-base-100);
		border-block-end: 1px solid var(--color-accent);
	}
	.corner {
		grid-column: 1;
		/* Over the hours that are scrolled below it, as the names are over their rows. */
		position: sticky;
		inset-inline-start: 0;
		z-index: 1;
		align-self: stretch;
		margin-inline-end: -0.75rem;
		background: var(--color-base-100);
	}
	.marks {
		position: relative;
		block-size: 1.25rem;
		overflow: hidden;
		font-size: var(--text-small);
		color: var(--color-neutral);
	}
	.marks span {
		position: absolute;
	}
</style>
