<script lang="ts" module>
	import type { PlaceKind } from '$lib/core/ways-to-meet';
	import type { LocalDate } from '$lib/core/time/local-of';
	import type { ConferenceHours, DeskPlan } from '$lib/core/desks/desk-plan';
	import type { BoardFacts } from './board-facts';

	/** Everything that setting up the desks needs. */
	export interface Board extends BoardFacts {
		readonly version: number;
		readonly hours: ConferenceHours;
		readonly usualPlace: PlaceKind;
		readonly hasVideoService: boolean;
		readonly plans: readonly DeskPlan[];
		readonly unread: readonly { readonly person: string; readonly readAt: number | null }[];
	}
</script>

<script lang="ts">
	import ClipboardPaste from '@lucide/svelte/icons/clipboard-paste';
	import DoorOpen from '@lucide/svelte/icons/door-open';
	import Plus from '@lucide/svelte/icons/plus';
	import Redo2 from '@lucide/svelte/icons/redo-2';
	import Undo2 from '@lucide/svelte/icons/undo-2';
	import { tick, untrack, type Snippet } from 'svelte';
	import { findClashes } from '$lib/core/clashes/find-clashes';
	import { countSlots } from '$lib/core/slots/slot-grid';
	import ChairMark from '../parts/chairs/ChairMark.svelte';
	import { takeMine } from '$lib/core/desks/merge-plans';
	import { plainText } from '$lib/core/register/plain-text';
	import { m } from '$lib/paraglide/messages';
	import { localDateText, momentText } from '../parts/format/when';
	import Collisions from '../parts/saving/Collisions.svelte';
	import type { Answer, SentChange } from '../parts/saving/autosave';
	import SavingState from '../parts/saving/SavingState.svelte';
	import AddDesks from './AddDesks.svelte';
	import { barKey } from './bar-key';
	import { clashProblem, epochOf } from '$lib/core/clashes/clash-problem';
	import { collisionText } from './collision-text';
	import { byId, DeskEditor, type DeskProblem, type NewTeacher } from './desk-editor.svelte';
	import DeskSheet from './DeskSheet.svelte';
	import DesksRuler from './DesksRuler.svelte';
	import ClashList from './ClashList.svelte';
	import GiveOutRooms from './GiveOutRooms.svelte';
	import ManyDesksSheet from './ManyDesksSheet.svelte';
	import PasteBlock from './PasteBlock.svelte';
	import SittingSheet from './SittingSheet.svelte';

	let {
		board,
		conference,
		today,
		maySetUp,
		send,
		teacherPage,
		notes,
	}: {
		board: Board;
		conference: string;
		today: LocalDate;
		maySetUp: boolean;
		send: (
			changes: readonly SentChange<DeskPlan>[],
			teachers: readonly NewTeacher[],
		) => Promise<readonly Answer<DeskPlan, DeskProblem>[]>;
		teacherPage: (id: string) => string;
		/** What has to be settled, above the ruler. */
		notes: Snippet;
	} = $props();

	const editor = untrack(
		() =>
			new DeskEditor({
				storage: `ten-chairs.desks.${conference}`,
				plans: board.plans,
				hours: board.hours,
				send,
			}),
	);
	$effect(() => {
		const { plans, hours, version } = board;
		untrack(() => {
			editor.hours = hours;
			editor.kept.hear({ documents: byId(plans), version });
		});
	});

	let find = $state('');
	const searched = $derived(plainText(find));
	const shown = $derived(
		searched
			? editor.plans.filter(({ name, subject }) =>
					plainText(`${name} ${subject}`).includes(searched),
				)
			: editor.plans,
	);

	const DATES_AT_ONCE = 3;
	let firstDate = $state(0);
	const dates = $derived(editor.dates.slice(firstDate, firstDate + DATES_AT_ONCE));

	const seated = $derived(editor.plans.map((plan) => ({ plan, sittings: editor.sittings(plan) })));
	const slotCount = $derived(
		seated.reduce(
			(sum, { sittings }) =>
				sum +
				sittings.reduce(
					(count, sitting) => count + countSlots([sitting], sitting.division).slots,
					0,
				),
			0,
		),
	);
	const clashes = $derived(findClashes(clashProblem(seated, editor.hours, board)));
	const clashing = $derived.by(() => {
		const keys: string[] = [];
		for (const clash of clashes)
			for (const { plan, sittings } of seated) {
				if (!clash.desks.includes(plan.id)) continue;
				for (const { date, start, end } of sittings) {
					if (date !== clash.date) continue;
					const [from, to] = [start, end].map((at) => epochOf(date, at, board.timeZone)) as [
						number,
						number,
					];
					if (from <= clash.end && clash.start <= to)
						keys.push(barKey({ desk: plan.id, date, start }));
				}
			}
		return new Set(keys);
	});
	const names = $derived({
		desk: (id: string) => editor.plan(id)?.name ?? '',
		person: (id: string) => board.teachers.find((teacher) => teacher.id === id)?.name ?? '',
		room: (id: string) => board.rooms.find((room) => room.id === id)?.name ?? '',
		student: (id: string) => board.brought.find(({ student }) => student === id)?.name ?? '',
		zone: board.timeZone,
	});

	let tool = $state<'add' | 'paste' | 'rooms' | null>(null);
	const formShown = $derived(tool ?? (maySetUp && editor.plans.length === 0 ? 'add' : null));
	let sheet = $state<SittingSheet>();
	async function openSheet(field: 'first' | 'break') {
		tool = null;
		await tick();
		if (field === 'first') sheet?.focusHours();
		else sheet?.focusBreak();
	}

	function keys(event: KeyboardEvent) {
		const isTyping = (event.target as HTMLElement).closest('input, textarea, select');
		if (!(event.ctrlKey || event.metaKey) || isTyping) return;
		const key = event.key.toLowerCase();
		if (key === 'z' && !event.shiftKey) editor.undo(m.said_undone());
		else if (key === 'y' || (key === 'z' && event.shiftKey)) editor.redo(m.said_redone());
		else return;
		event.preventDefault();
	}

	function choose(index: number, whose: 'mine' | 'theirs') {
		const entry = editor.kept.collisions[index]!;
		const now = editor.plan(entry.id);
		const mine =
			whose === 'theirs'
				? undefined
				: entry.path === 'desk'
					? (entry.mine as DeskPlan | null)
					: now && takeMine(now, entry);
		editor.kept.settle(entry, mine);
	}
</script>

<svelte:window onkeydown={keys} />

<div class="desks">
	<div class="work">
		<div class="mb-1 flex flex-wrap items-baseline gap-x-4">
			<h1 class="text-hour">{m.station_desks()}</h1>
			<SavingState state={editor.kept.state} isPartly={editor.kept.problems.size > 0} />
		</div>
		<p class="quiet mb-3">
			{editor.plans.length
				? m.desks_count({ desks: editor.plans.length, slots: slotCount })
				: m.desks_none()}
		</p>

		<Collisions
			entries={editor.kept.collisions.map((entry) => collisionText(entry, editor.plan(entry.id)))}
			onchoose={choose}
		/>
		{@render notes()}
		{#each board.unread as { person, readAt } (person)}
			<p class="mb-1 text-small text-error">
				{readAt === null
					? m.calendar_never_read({ name: names.person(person) })
					: m.calendar_old({
							name: names.person(person),
							moment: momentText(readAt, board.timeZone),
						})}
			</p>
		{/each}

		<ClashList {clashes} {editor} {names} {maySetUp} />

		{#if editor.plans.length || maySetUp}
			<div class="tools">
				{#if maySetUp}
					<button type="button" class="btn btn-primary btn-sm" onclick={() => (tool = 'add')}>
						<Plus size={16} aria-hidden="true" />
						{m.desk_add()}
					</button>
					<button type="button" class="btn btn-outline btn-sm" onclick={() => (tool = 'paste')}>
						<ClipboardPaste size={16} aria-hidden="true" />
						{m.block_open()}
					</button>
					<button type="button" class="btn btn-outline btn-sm" onclick={() => (tool = 'rooms')}>
						<DoorOpen size={16} aria-hidden="true" />
						{m.rooms_give_out()}
					</button>
					<button
						type="button"
						class="btn btn-ghost btn-sm"
						disabled={!editor.canUndo}
						aria-label={m.undo()}
						title={m.undo()}
						onclick={() => editor.undo(m.said_undone())}
					>
						<Undo2 size={16} aria-hidden="true" />
					</button>
					<button
						type="button"
						class="btn btn-ghost btn-sm"
						disabled={!editor.canRedo}
						aria-label={m.redo()}
						title={m.redo()}
						onclick={() => editor.redo(m.said_redone())}
					>
						<Redo2 size={16} aria-hidden="true" />
					</button>
				{/if}
				{#if editor.dates.length > DATES_AT_ONCE}
					<select class="select select-sm w-44" aria-label={m.ruler_dates()} bind:value={firstDate}>
						{#each editor.dates as date, index (date)}
							{#if index <= editor.dates.length - DATES_AT_ONCE}
								<option value={index}
									>{m.ruler_from_date({ date: localDateText(date, 'short') })}</option
								>
							{/if}
						{/each}
					</select>
				{/if}
				<input
					class="input input-sm ms-auto w-44"
					type="search"
					placeholder={m.ruler_find()}
					aria-label={m.ruler_find()}
					bind:value={find}
				/>
			</div>
		{/if}
		{#if editor.plans.length}
			<div class="scroll" inert={!maySetUp}>
				<DesksRuler {editor} plans={shown} {dates} {clashing} onopen={openSheet} />
			</div>
		{/if}
		<p class="sr-only" aria-live="polite">{editor.spoken}</p>
	</div>

	{#if maySetUp}
		<aside class="sheet" class:idle={!formShown && !editor.picked.length && !editor.desks.size}>
			{#if formShown === 'add'}
				<AddDesks
					{editor}
					teachers={board.teachers}
					usualPlace={board.usualPlace}
					onclose={() => (tool = null)}
				/>
			{:else if formShown === 'paste'}
				<PasteBlock
					{editor}
					teachers={board.teachers}
					rooms={board.rooms}
					onclose={() => (tool = null)}
				/>
			{:else if formShown === 'rooms'}
				<GiveOutRooms
					{editor}
					facts={board}
					usualPlace={board.usualPlace}
					onclose={() => (tool = null)}
				/>
			{:else if editor.picked.length}
				<SittingSheet
					bind:this={sheet}
					{editor}
					rooms={board.rooms}
					teachers={board.teachers}
					hasVideoService={board.hasVideoService}
					{today}
				/>
			{:else if editor.desks.size === 1}
				{@const plan = editor.plan([...editor.desks][0]!)}
				{#if plan}
					{#key plan.id}
						<DeskSheet {editor} {plan} teachers={board.teachers} {today} {teacherPage} />
					{/key}
				{/if}
			{:else if editor.desks.size}
				<ManyDesksSheet
					{editor}
					rooms={board.rooms}
					teachers={board.teachers}
					hasVideoService={board.hasVideoService}
				/>
			{:else}
				<ChairMark size={40} />
				<p class="mt-3 mb-6">{m.sheet_nothing()}</p>
				<h2 class="mb-1 font-sans text-body font-bold">{m.ruler_keys()}</h2>
				<p class="quiet text-small whitespace-pre-line">{m.ruler_keys_list()}</p>
			{/if}
		</aside>
	{/if}
</div>

<style>
	.desks {
		display: flex;
		min-block-size: 100%;
	}
	.work {
		flex: 1;
		min-inline-size: 0;
		padding: 1.5rem;
	}
	.tools {
		display: flex;
		flex-wrap: wrap;
		align-items: center;
		gap: 0.5rem;
		margin-block-end: 0.75rem;
	}
	.scroll {
		overflow: auto;
		max-block-size: calc(100dvh - 9rem);
	}
	.sheet {
		position: sticky;
		inset-block-start: 0;
		flex: none;
		inline-size: 21rem;
		block-size: 100dvh;
		overflow-y: auto;
		padding: 1.5rem 1.25rem;
		background: var(--color-base-200);
		border-inline-start: 1px solid var(--color-base-300);
	}
	@media (width < 64rem) {
		.desks {
			flex-direction: column;
		}
		/* At the lower edge of the screen, where it is seen whatever was pressed. */
		.sheet {
			inset-block: auto 0;
			z-index: 8;
			inline-size: auto;
			block-size: auto;
			max-block-size: 60dvh;
			border-inline-start: none;
			border-block-start: 2px solid var(--color-accent);
		}
		.sheet.idle {
			display: none;
		}
	}
</style>
