<script lang="ts">
	import { kindsInOrder, listKinds, type ListField } from '$lib/core/register/list-kinds';
	import { missingFields, proposeColumns, proposeKind } from '$lib/core/register/propose-columns';
	import type { NamedTable } from '$lib/core/register/named-table';
	import { columnLetter } from '$lib/core/register/table';
	import { withHeadAt } from '$lib/core/register/table-of';
	import { m } from '$lib/paraglide/messages';
	import { listText } from '../parts/format/when';
	import { fieldText, kindText, tableFaultTexts } from './list-text';

	/** What a table is and what its columns mean: proposed, and for the organiser to say otherwise. */
	let {
		named,
		onchange,
		onremove,
	}: {
		named: NamedTable;
		onchange: (named: NamedTable) => void;
		onremove: () => void;
	} = $props();

	const { table, kind, columns } = $derived(named);
	const missing = $derived(missingFields(kind, columns));
	const samples = $derived(table.rows.slice(0, 4));
	const head = $derived(table.sheet?.head ?? { at: 0, levels: 1 });
	/** Lines above the headings: a title, a date. */
	const above = $derived(table.sheet?.lines.slice(0, head.at) ?? []);
	const headRow = $derived(table.sheet?.lines[head.at]?.row ?? 1);

	function chooseHead(row: number) {
		const changed = withHeadAt(table, row);
		onchange({ table: changed, ...proposeKind(changed) });
	}

	function choose(index: number, field: ListField | null) {
		onchange({
			...named,
			columns: columns.map((known, at) => (at === index ? field : known === field ? null : known)),
		});
	}
</script>

<section class="mb-8 border-t border-base-300 pt-4">
	<div class="mb-2 flex flex-wrap items-baseline gap-x-4 gap-y-2">
		<h3 class="text-title">{table.name}</h3>
		<span class="quiet">{m.lists_rows({ count: table.rows.length })}</span>
		{#if table.faults.length === 0}
			<label class="flex items-center gap-2">
				<span class="quiet">{m.lists_is()}</span>
				<select
					class="select select-sm w-56"
					aria-label={m.lists_kind_of({ name: table.name })}
					value={kind}
					onchange={(event) => {
						const chosen = event.currentTarget.value as typeof kind;
						onchange({ table, kind: chosen, columns: proposeColumns(table, chosen) });
					}}
				>
					{#each kindsInOrder as one (one)}<option value={one}>{kindText(one)}</option>{/each}
				</select>
			</label>
		{/if}
		<button class="btn btn-ghost btn-xs ms-auto" onclick={onremove}
			>{m.lists_leave_out_file()}</button
		>
	</div>
	{#if table.faults.length}
		<ul class="text-error" role="alert">
			{#each tableFaultTexts(table.faults) as text (text)}<li>{text}</li>{/each}
		</ul>
	{:else}
		{#if missing.length}
			<p class="mb-2 text-error" role="alert">
				{m.lists_missing({ fields: missing.map(fieldText).join(', ') })}
			</p>
		{/if}
		{#if table.leftOut?.length}
			<p class="quiet mb-2 text-small">
				{m.lists_totals_out({
					count: table.leftOut.length,
					rows: listText(table.leftOut.map(String)),
				})}
			</p>
		{/if}
		<p class="quiet mb-1 text-small">
			{head.levels === 2
				? m.lists_head_two({ above: above.at(-1)?.row ?? 1, row: headRow })
				: m.lists_head_at({ row: headRow })}
		</p>
		<div class="overflow-x-auto">
			<table class="table table-sm">
				<thead>
					{#each above.slice(-3) as { row, cells } (row)}
						<tr>
							<td>{@render rowNumber(row)}</td>
							{#each table.header as heading, index (`${index} ${heading}`)}
								<td class="quiet max-w-48 truncate font-normal">{cells[index]}</td>
							{/each}
						</tr>
					{/each}
					<tr>
						<td class="align-bottom">{headRow}</td>
						{#each table.header as heading, index (index)}
							<th scope="col" class="align-bottom">
								<span class="block">{heading || columnLetter(index)}</span>
								<select
									class="select select-xs mt-1 w-36"
									class:unread={columns[index] === null}
									aria-label={m.lists_column_of({ column: heading || columnLetter(index) })}
									value={columns[index] ?? ''}
									onchange={(event) =>
										choose(index, (event.currentTarget.value || null) as ListField | null)}
								>
									<option value="">{m.lists_not_read()}</option>
									{#each listKinds[kind].fields as field (field)}
										<option value={field}>{fieldText(field)}</option>
									{/each}
								</select>
							</th>
						{/each}
					</tr>
				</thead>
				<tbody>
					{#each samples as { row, cells } (row)}
						<tr>
							<td>{@render rowNumber(row)}</td>
							{#each cells as cell, index (index)}
								<td class:quiet={columns[index] === null} class="max-w-48 truncate">{cell}</td>
							{/each}
						</tr>
					{/each}
				</tbody>
			</table>
		</div>
	{/if}
</section>

{#snippet rowNumber(row: number)}
	<button
		class="btn btn-ghost btn-xs"
		aria-label={m.lists_head_choose({ row })}
		onclick={() => chooseHead(row)}>{row}</button
	>
{/snippet}

<style>
	.unread {
		color: var(--color-neutral);
		border-style: dashed;
	}
</style>
