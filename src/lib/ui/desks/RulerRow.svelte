<script lang="ts">
	import TriangleAlert from '@lucide/svelte/icons/triangle-alert';
	import type { DeskPlan } from '$lib/core/desks/desk-plan';
	import { m } from '$lib/paraglide/messages';
	import { localDateText } from '../parts/format/when';
	import { barKey, type BarRef } from './bar-key';
	import type { DeskEditor, DeskProblem } from './desk-editor.svelte';
	import { deskRulesTexts, placesText, problemText, stretchText } from './desk-text';
	import type { RulerDrag } from './drag.svelte';
	import type { DragMode } from './dragged';
	import { along, type DateAxis } from './ruler-axis';
	import SittingBar from './SittingBar.svelte';

	/** A desk's row on the ruler. */
	let {
		plan,
		index,
		axes,
		editor,
		drag,
		clashing,
		problem,
		ongrab,
		ondraw,
	}: {
		plan: DeskPlan;
		index: number;
		axes: readonly DateAxis[];
		editor: DeskEditor;
		drag: RulerDrag;
		/** Keys of sittings with clashes. */
		clashing: ReadonlySet<string>;
		problem: DeskProblem | undefined;
		ongrab: (event: PointerEvent, mode: DragMode, ref: BarRef, axis: DateAxis) => void;
		ondraw: (event: PointerEvent, desk: string, axis: DateAxis) => void;
	} = $props();

	const sittings = $derived(editor.sittings(plan));
	const isPicked = $derived(editor.desks.has(plan.id));
	const where = $derived(
		placesText(sittings.length ? sittings[0]!.places : (plan.series[0]?.places ?? [])),
	);
</script>

<div class="row" class:picked={isPicked} role="row" aria-rowindex={index + 2}>
	<div class="head" role="rowheader">
		<input
			type="checkbox"
			class="checkbox checkbox-xs"
			aria-label={m.desk_pick({ name: plan.name })}
			checked={isPicked}
			onclick={() => editor.pickDesk(plan.id, true)}
		/>
		<button
			type="button"
			class="name"
			data-desk-name={plan.id}
			onclick={() => editor.pickDesk(plan.id)}
		>
			<strong class="block truncate"
				><span class="quiet me-1 font-normal">{plan.number || '–'}</span>{plan.name}</strong
			>
			<span class="quiet block truncate text-small">
				{[plan.subject, where, ...deskRulesTexts(plan.rules)].filter(Boolean).join(' · ')}
			</span>
			{#if problem}
				<span class="block text-small text-error" role="alert">
					<TriangleAlert size={12} class="inline" aria-hidden="true" />
					{problemText(problem)}
				</span>
			{:else if plan.people.length === 0}
				<span class="block text-small text-error">{m.desk_nobody()}</span>
			{/if}
		</button>
	</div>
	{#each axes as axis (axis.date)}
		{@const here = sittings.filter(({ date }) => date === axis.date)}
		<div
			class="track"
			role="gridcell"
			tabindex={-1}
			data-track
			style:--hours={(axis.to - axis.from) / 60}
			onpointerdown={(event) => ondraw(event, plan.id, axis)}
		>
			{#each here as sitting, position (position)}
				{@const ref = { desk: plan.id, date: sitting.date, start: sitting.start }}
				<SittingBar
					desk={plan.id}
					name={plan.name}
					{sitting}
					{axis}
					{drag}
					isPicked={editor.bars.has(barKey(ref))}
					hasClash={clashing.has(barKey(ref))}
					ongrab={(event, mode) => ongrab(event, mode, ref, axis)}
				/>
			{:else}
				<button
					type="button"
					class="nothing"
					data-stop
					data-desk={plan.id}
					data-date={axis.date}
					tabindex={-1}
					aria-label={m.cell_empty({ name: plan.name, date: localDateText(axis.date) })}
				></button>
			{/each}
			{#if drag.drawn && drag.drawn.desk === plan.id && drag.drawn.date === axis.date}
				<span
					class="drawn"
					style:inset-inline-start="{100 * along(axis, drag.drawn.start)}%"
					style:inline-size="{(100 * (drag.drawn.end - drag.drawn.start)) / (axis.to - axis.from)}%"
				>
					<span class="hours">{stretchText(drag.drawn)}</span>
				</span>
			{/if}
		</div>
	{/each}
</div>

<style>
	.row {
		display: grid;
		grid-template-columns: 14rem var(--columns);
		column-gap: 0.75rem;
		border-block-end: 1px solid var(--color-base-300);
		content-visibility: auto;
		contain-intrinsic-block-size: 2.75rem;
	}
	.row.picked {
		background: var(--color-base-200);
	}
	.head {
		position: sticky;
		inset-inline-start: 0;
		z-index: 5;
		display: flex;
		align-items: center;
		gap: 0.5rem;
		min-inline-size: 0;
		padding-inline-end: 0.5rem;
		background: inherit;
		background-color: var(--color-base-100);
	}
	.picked .head {
		background-color: var(--color-base-200);
	}
	.name {
		flex: 1;
		min-inline-size: 0;
		padding-block: 0.15rem;
		text-align: start;
		line-height: 1.25;
		cursor: pointer;
	}
	.track {
		position: relative;
		min-block-size: 2.6rem;
		background-image: repeating-linear-gradient(
			to right,
			var(--color-base-300) 0 1px,
			transparent 1px calc(100% / var(--hours))
		);
		cursor: crosshair;
		contain: layout style;
		touch-action: pan-y;
	}
	.nothing {
		position: absolute;
		inset: 0.3rem 0.25rem;
		border-radius: 3px;
		pointer-events: none;
	}
	.drawn {
		position: absolute;
		inset-block: 0.3rem;
		border: 1px dashed var(--color-base-content);
		border-radius: 3px;
		background: color-mix(in oklab, var(--color-accent) 25%, transparent);
	}
	.hours {
		position: absolute;
		inset-block-end: calc(100% + 2px);
		padding: 0 0.375rem;
		font-weight: 700;
		font-size: var(--text-small);
		white-space: nowrap;
		color: var(--color-base-100);
		background: var(--color-base-content);
		border-radius: 3px;
	}
</style>
