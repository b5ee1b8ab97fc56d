<script lang="ts">
	import { onMount } from 'svelte';
	import { familyColumns, type FamilyColumn } from '$lib/core/register/family-columns';
	import { m } from '$lib/paraglide/messages';
	import { columnText } from '$lib/words/family-columns';
	import { keptColumns, keepColumns } from './kept-columns';

	/** The chosen families as a file; which columns it has is chosen once and kept in this browser. */
	let { hrefOf }: { hrefOf: (file: string, columns: readonly FamilyColumn[]) => string } = $props();

	let columns = $state.raw<readonly FamilyColumn[]>(familyColumns);
	onMount(() => {
		columns = keptColumns();
	});

	function toggle(column: FamilyColumn) {
		columns = familyColumns.filter((one) =>
			one === column ? !columns.includes(one) : columns.includes(one),
		);
		keepColumns(columns);
	}
</script>

<details class="text-small">
	<summary class="cursor-pointer link">{m.families_file()}</summary>
	<fieldset class="my-2">
		<legend>{m.families_columns()}</legend>
		<div class="flex flex-wrap gap-x-4">
			{#each familyColumns as column (column)}
				<label class="flex min-h-7 items-center gap-1.5">
					<input
						type="checkbox"
						class="checkbox checkbox-xs"
						checked={columns.includes(column)}
						onchange={() => toggle(column)}
					/>
					{columnText(column)}
				</label>
			{/each}
		</div>
	</fieldset>
	<p class="flex gap-3">
		{#each ['families.xlsx', 'families.csv'] as file (file)}
			<a class="btn btn-outline btn-sm" href={hrefOf(file, columns)} download>
				{file.endsWith('xlsx') ? m.families_file_xlsx() : m.families_file_csv()}
			</a>
		{/each}
	</p>
</details>
