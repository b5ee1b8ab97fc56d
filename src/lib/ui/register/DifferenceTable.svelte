<script lang="ts">
	import {
		columnFilteringFeature,
		createFilteredRowModel,
		createPaginatedRowModel,
		createTable,
		rowPaginationFeature,
		tableFeatures,
		type ColumnDef,
	} from '@tanstack/svelte-table';
	import { groupBy } from '$lib/core/group-by';
	import type { DifferenceLine } from '$lib/core/register/register-difference';
	import { m } from '$lib/paraglide/messages';
	import { changeText, detailsText, subjectText } from './list-text';

	/** What would become new, changed and gone, row by row; thousands of rows a page at a time. */
	let { lines }: { lines: readonly DifferenceLine[] } = $props();

	const features = tableFeatures({
		columnFilteringFeature,
		rowPaginationFeature,
		filteredRowModel: createFilteredRowModel(),
		paginatedRowModel: createPaginatedRowModel(),
	});
	const only = <T,>(row: { getValue: (column: string) => unknown }, column: string, wanted: T) =>
		row.getValue(column) === wanted;
	const columns: ColumnDef<typeof features, DifferenceLine>[] = [
		{ accessorKey: 'change', filterFn: only },
		{ accessorKey: 'subject', filterFn: only },
		{ accessorKey: 'name' },
	];
	const table = createTable({
		features,
		columns,
		get data() {
			return lines as DifferenceLine[];
		},
		initialState: { pagination: { pageIndex: 0, pageSize: 100 } },
	});

	const counts = $derived(
		[...groupBy(lines, ({ subject, change }) => `${subject} ${change}`)].map(([key, group]) => ({
			key,
			line: group[0]!,
			count: group.length,
		})),
	);
	let chosen = $state<string | null>(null);

	function choose(key: string | null, line?: DifferenceLine) {
		chosen = key;
		table.getColumn('change')?.setFilterValue(line?.change);
		table.getColumn('subject')?.setFilterValue(line?.subject);
		table.setPageIndex(0);
	}
	const rows = $derived(table.getRowModel().rows);
	const pageIndex = $derived(table.atoms.pagination.get().pageIndex);
</script>

<div class="mb-3 flex flex-wrap gap-x-5 gap-y-1">
	<button class={chosen === null ? 'font-bold' : 'link'} onclick={() => choose(null)}>
		{m.lists_all_lines({ count: lines.length })}
	</button>
	{#each counts as { key, line, count } (key)}
		<button class={chosen === key ? 'font-bold' : 'link'} onclick={() => choose(key, line)}>
			{m.lists_counted({
				count,
				subject: subjectText(line.subject),
				change: changeText(line.change),
			})}
		</button>
	{/each}
</div>
<div class="max-h-[28rem] overflow-auto border-y border-base-300">
	<table class="table table-sm">
		<tbody>
			{#each rows as { id, original: line } (id)}
				<tr>
					<td class="w-28 font-bold" class:text-error={line.change === 'gone'}>
						{changeText(line.change)}
					</td>
					<td class="w-28">{subjectText(line.subject)}</td>
					<td class="font-bold">{line.name || m.family_nameless()}</td>
					<td class="text-small">{detailsText(line)}</td>
					<td class="quiet text-small">
						{line.origin ? m.where_file_row({ file: line.origin.file, row: line.origin.row }) : ''}
					</td>
				</tr>
			{/each}
		</tbody>
	</table>
</div>
{#if table.getPageCount() > 1}
	<div class="mt-2 flex items-center gap-4">
		<button
			class="btn btn-outline btn-xs"
			disabled={!table.getCanPreviousPage()}
			onclick={() => table.previousPage()}>{m.list_previous()}</button
		>
		<span class="quiet text-small"
			>{m.list_page({ page: pageIndex + 1, pages: table.getPageCount() })}</span
		>
		<button
			class="btn btn-outline btn-xs"
			disabled={!table.getCanNextPage()}
			onclick={() => table.nextPage()}>{m.list_next()}</button
		>
	</div>
{/if}
