<script lang="ts" module>
	import type { ListField } from '$lib/core/register/list-kinds';
	import type { NamedTable } from '$lib/core/register/named-table';
	import type { ListsPreview } from '$lib/core/register/lists-preview';
	import type { OutcomeOf } from '$lib/operations/change';
	import type { listsRead } from '$lib/operations/lists';

	type Progress = (part: number) => void;
	interface Lists {
		readonly tables: readonly NamedTable[];
		readonly complete: boolean;
		readonly answers: Record<string, boolean>;
	}
	export type Applied = OutcomeOf<typeof listsRead>;
</script>

<script lang="ts">
	import { onMount } from 'svelte';
	import FileUp from '@lucide/svelte/icons/file-up';
	import type { ListKind } from '$lib/core/register/list-kinds';
	import { isOneRoster } from '$lib/core/register/one-roster';
	import { headerSignature, missingFields, proposeKind } from '$lib/core/register/propose-columns';
	import { isNote } from '$lib/core/register/register-lists';
	import { m } from '$lib/paraglide/messages';
	import ChairMark from '../parts/chairs/ChairMark.svelte';
	import { pairKey } from '$lib/core/register/households';
	import { classKey } from '$lib/core/register/shared-classes';
	import { listText, partText } from '../parts/format/when';
	import { ToldProblem } from '../parts/saving/post-for-lines';
	import ChooseColumns from './ChooseColumns.svelte';
	import DifferenceTable from './DifferenceTable.svelte';
	import { droppedFiles } from './dropped-files';
	import Doubts from './Doubts.svelte';
	import ListFaults from './ListFaults.svelte';
	import { fieldText, tableFaultTexts } from './list-text';
	import { readFilesInWorker } from './read-files';
	import { sheetsToLeaveOut } from './sheets';

	/** Files dropped, columns named, what would change looked at, then read: four steps on one page. */
	let {
		remembered,
		preview: askPreview,
		apply: askApply,
	}: {
		/** What the columns of known headings meant the last time, by signature. */
		remembered: Readonly<
			Record<string, { readonly kind: ListKind; readonly columns: readonly (ListField | null)[] }>
		>;
		preview: (lists: Lists, progress: Progress) => Promise<ListsPreview>;
		apply: (
			lists: Lists & { seen: string; leaveOut: boolean; leaving: number; joined: number },
			progress: Progress,
		) => Promise<Applied>;
	} = $props();

	let chooser: HTMLInputElement;
	function takeChosen() {
		void take([...(chooser.files ?? [])]);
		chooser.value = '';
	}
	// Files that were chosen before the page's script ran are read as well.
	onMount(() => {
		if (chooser.files?.length) takeChosen();
	});

	let tables = $state.raw<readonly NamedTable[]>([]);
	let preview = $state.raw<ListsPreview | null>(null);
	let working = $state<string | null>(null);
	let problem = $state<string | null>(null);
	let read = $state<number | null>(null);
	let complete = $state(false);
	/** The number of those who leave, typed where there are many. */
	let typedLeaving = $state('');
	let leaveOut = $state(false);
	/** Whether it was said to be right that several rows are one student. */
	let joinedRight = $state(false);
	/** Sheets that do not look like lists, by name: left out until somebody takes them in. */
	let left = $state.raw<ReadonlySet<string>>(new Set());
	let answers = $state.raw<Record<string, boolean>>({});
	let dragging = $state(false);

	const taken = $derived(tables.filter(({ table }) => !left.has(table.name)));
	const roster = $derived(isOneRoster(taken.map(({ table }) => table)));
	const ready = $derived(
		taken.length > 0 &&
			taken.every(
				({ table, kind, columns }) =>
					table.faults.length === 0 && (roster || missingFields(kind, columns).length === 0),
			),
	);
	const faults = $derived(preview?.difference.faults.filter((fault) => !isNote(fault)) ?? []);
	const leaving = $derived(preview?.leaving ?? { count: 0, isMany: false });
	const isConfirmed = $derived(!leaving.isMany || typedLeaving.trim() === String(leaving.count));
	const counts = $derived(preview?.difference.counts ?? { rows: 0, students: 0 });
	const joined = $derived(counts.rows - counts.students);
	const nothing = $derived(preview !== null && preview.difference.lines.length === 0);

	async function take(files: readonly File[]) {
		if (files.length === 0) return;
		problem = read = preview = null;
		working = m.lists_reading({ name: files[0]!.name, done: 0, all: files.length });
		try {
			const found = await readFilesInWorker(files, (done, name) => {
				working = m.lists_reading({ name, done, all: files.length });
			});
			const names = new Set(found.map(({ name }) => name));
			tables = [
				...tables.filter(({ table }) => !names.has(table.name)),
				...found.map((table) => {
					const known = remembered[headerSignature(table.header)];
					return { table, ...(known ?? proposeKind(table)) };
				}),
			];
			left = new Set([...left, ...sheetsToLeaveOut(tables)]);
		} catch {
			problem = m.lists_unreadable();
		}
		working = null;
	}

	/** Without the sheets that the tables were made of: those stay here. */
	const lists = (): Lists => ({
		tables: taken.map(({ table: { sheet: _, ...table }, ...named }) => ({ ...named, table })),
		complete,
		answers,
	});
	const problemText = (error: unknown): string =>
		error instanceof ToldProblem ? error.message : m.lists_failed();

	async function look() {
		problem = null;
		typedLeaving = '';
		joinedRight = false;
		working = m.lists_comparing();
		try {
			preview = await askPreview(lists(), (part) => {
				working = m.lists_comparing_part({ part: partText(part) });
			});
		} catch (error) {
			problem = problemText(error);
		}
		working = null;
	}

	async function confirm() {
		if (!preview) return;
		problem = null;
		working = m.lists_writing();
		try {
			const result = await askApply(
				{ ...lists(), seen: preview.seen, leaveOut, leaving: leaving.count, joined },
				(part) => {
					working = m.lists_writing_part({ part: partText(part) });
				},
			);
			if (result.ok) {
				read = result.lines;
				tables = [];
				preview = null;
				answers = {};
			} else if (result.reason === 'no-lists') problem = m.lists_failed();
			else {
				preview = result.preview;
				problem = m.lists_not_as_seen();
			}
		} catch (error) {
			problem = problemText(error);
		}
		working = null;
	}

	function takeIn(name: string) {
		preview = null;
		left = new Set([...left].filter((each) => each !== name));
	}

	function change(index: number, named: NamedTable | null) {
		preview = null;
		tables = named ? tables.with(index, named) : tables.filter((_, at) => at !== index);
	}

	function answer(key: string, isSo: boolean) {
		answers = { ...answers, [key]: isSo };
		void look();
	}
</script>

{#if read !== null}
	<p class="mb-6 flex items-center gap-3 font-bold" role="status">
		<ChairMark size={28} />
		{m.lists_done({ count: read })}
	</p>
{/if}

<label
	class="drop"
	class:dragging
	ondragover={(event) => {
		event.preventDefault();
		dragging = true;
	}}
	ondragleave={() => (dragging = false)}
	ondrop={(event) => {
		event.preventDefault();
		dragging = false;
		void droppedFiles(event.dataTransfer).then(take);
	}}
>
	<FileUp size={28} aria-hidden="true" />
	<span>
		<strong class="block">{m.lists_drop()}</strong>
		<span class="quiet block text-small">{m.lists_drop_about()}</span>
	</span>
	<input
		type="file"
		multiple
		class="sr-only"
		accept=".csv,.txt,.tsv,.xlsx,.zip"
		bind:this={chooser}
		onchange={takeChosen}
	/>
</label>
<p class="my-4 min-h-6" role="status">{working ?? ''}</p>
{#if problem}<p class="mb-4 text-error" role="alert">{problem}</p>{/if}

{#if tables.length}
	<h2 class="mt-6 mb-2 text-title">{m.lists_step_columns()}</h2>
	{#if roster}
		<p class="mb-4">{m.lists_one_roster()}</p>
		<ul class="mb-4 border-t border-base-300">
			{#each tables as { table }, index (table.name)}
				<li class="flex gap-4 border-b border-base-300 py-2">
					<strong>{table.name}</strong>
					<span class="quiet">{m.lists_rows({ count: table.rows.length })}</span>
					{#each tableFaultTexts(table.faults) as text (text)}
						<span class="text-error" role="alert">{text}</span>
					{/each}
					<button class="btn btn-ghost btn-xs ms-auto" onclick={() => change(index, null)}
						>{m.lists_leave_out_file()}</button
					>
				</li>
			{/each}
		</ul>
	{:else}
		{#each tables as named, index (named.table.name)}
			{#if left.has(named.table.name)}
				<p class="mb-4 flex flex-wrap items-baseline gap-x-4 border-t border-base-300 pt-4">
					<strong>{named.table.name}</strong>
					<span class="quiet">{m.lists_rows({ count: named.table.rows.length })}</span>
					<span class="quiet">{m.lists_sheet_out()}</span>
					<button class="btn btn-ghost btn-xs" onclick={() => takeIn(named.table.name)}
						>{m.lists_sheet_in()}</button
					>
				</p>
			{:else}
				<ChooseColumns
					{named}
					onchange={(changed) => change(index, changed)}
					onremove={() => change(index, null)}
				/>
			{/if}
		{/each}
	{/if}
	<label class="mb-4 flex items-start gap-2">
		<input
			type="checkbox"
			class="checkbox checkbox-sm mt-1"
			bind:checked={complete}
			onchange={() => (preview = null)}
		/>
		<span>
			{m.lists_complete()}
			<span class="quiet block text-small">{m.lists_complete_about()}</span>
		</span>
	</label>
	<button class="btn btn-primary" disabled={!ready || working !== null} onclick={look}>
		{m.lists_look()}
	</button>
{/if}

{#if preview}
	<h2 class="mt-10 mb-2 text-title">{m.lists_step_preview()}</h2>
	{#if preview.unreadable.length}
		<ul class="mb-4 text-error" role="alert">
			{#each preview.unreadable as table (table.name)}
				<li>
					{table.name}:
					{table.missing.length
						? m.lists_missing({ fields: table.missing.map(fieldText).join(', ') })
						: tableFaultTexts(table.faults).join(' ')}
				</li>
			{/each}
		</ul>
	{:else if nothing && faults.length === 0}
		<p class="mb-4 font-bold" role="status">{m.lists_nothing()}</p>
	{/if}
	<ListFaults found={preview.difference.faults} />
	<Doubts
		title={m.lists_doubts({ count: preview.difference.doubts.length })}
		about={m.lists_doubts_about()}
		doubts={preview.difference.doubts.map(({ a, b, names, studentNames, together }) => ({
			key: pairKey(a, b),
			name: listText(names),
			facts: m.lists_doubt_about({ students: listText(studentNames) }),
			answers: [m.lists_together(), m.lists_apart()],
			isSo: together,
		}))}
		{answer}
	/>
	<Doubts
		title={m.lists_class_doubts({ count: preview.classDoubts.length })}
		about={m.lists_class_doubts_about()}
		doubts={preview.classDoubts.map(({ label, parts, apart }) => ({
			key: classKey(label),
			name: label,
			answers: [m.lists_class_parts({ parts: listText(parts) }), m.lists_class_whole()],
			isSo: apart,
		}))}
		{answer}
	/>
	{#if counts.rows > 0 && joined === 0}
		<p class="mb-4">{m.lists_students_counted(counts)}</p>
	{/if}
	{#if joined > 0}
		<div class="mb-6 max-w-2xl border-s-4 border-error ps-3" role="alert">
			<p class="font-bold">{m.lists_joined({ ...counts, joined })}</p>
			<label class="mt-2 flex items-center gap-2">
				<input type="checkbox" class="checkbox checkbox-sm" bind:checked={joinedRight} />
				{m.lists_joined_right()}
			</label>
		</div>
	{/if}
	{#if !nothing}
		<DifferenceTable lines={preview.difference.lines} />
		{#if leaving.isMany}
			<div class="mt-4 max-w-xl border-s-4 border-error ps-3" role="alert">
				<p class="font-bold text-error">{m.lists_many_leave({ count: leaving.count })}</p>
				<label class="mt-2 block">
					<span class="block">{m.lists_type_number({ count: leaving.count })}</span>
					<input class="input w-32" inputmode="numeric" bind:value={typedLeaving} />
				</label>
			</div>
		{/if}
		{#if faults.length}
			<label class="mt-4 flex items-center gap-2">
				<input type="checkbox" class="checkbox checkbox-sm" bind:checked={leaveOut} />
				{m.lists_leave_out({ count: faults.length })}
			</label>
		{/if}
		<button
			class="btn btn-primary mt-4"
			disabled={working !== null ||
				preview.unreadable.length > 0 ||
				(faults.length > 0 && !leaveOut) ||
				!isConfirmed ||
				(joined > 0 && !joinedRight)}
			onclick={confirm}
		>
			{leaving.count
				? m.lists_confirm_leaving({
						count: leaving.count,
						others: preview.difference.lines.length - leaving.count,
					})
				: m.lists_confirm({ count: preview.difference.lines.length })}
		</button>
	{/if}
{/if}

<style>
	.drop {
		display: flex;
		align-items: center;
		gap: 1rem;
		max-inline-size: 42rem;
		padding: 1.5rem;
		border: 2px dashed var(--color-accent);
		border-radius: var(--radius-field);
		background: var(--color-base-200);
		cursor: pointer;
	}
	.drop.dragging,
	.drop:focus-within {
		border-style: solid;
		border-color: var(--color-primary);
	}
</style>
