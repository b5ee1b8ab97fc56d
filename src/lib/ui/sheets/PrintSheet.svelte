<script lang="ts">
	import type { Sheet } from './make-sheets';

	/** A sheet as it is printed: each begins on a page of its own, its head on every page that it takes. */
	let { sheet, conference }: { sheet: Sheet; conference: string } = $props();

	/** With more columns their words are smaller, so that most names fit. */
	const MANY = 5;
</script>

<section class="paper">
	<header class="mb-3 flex items-baseline justify-between gap-4">
		<div>
			<h2 class="text-title">{sheet.title}</h2>
			<p>{sheet.about}</p>
		</div>
		<p class="text-small">{conference}</p>
	</header>
	<table class:narrow={sheet.columns.length > MANY}>
		<thead>
			<tr>
				{#each sheet.columns as column, index (index)}<th scope="col">{column}</th>{/each}
			</tr>
		</thead>
		<tbody>
			{#each sheet.rows as row, index (index)}
				<tr>
					{#each row as cell, column (column)}<td class:time={column === 0}>{cell}</td>{/each}
				</tr>
			{/each}
		</tbody>
	</table>
</section>

<style>
	.paper {
		max-inline-size: 52rem;
		margin-block-end: 2.5rem;
		padding: 1.5rem;
		border: 1px solid var(--color-base-300);
		background: var(--color-base-100);
	}
	table {
		inline-size: 100%;
		border-collapse: collapse;
		font-size: 0.875rem;
	}
	th,
	td {
		padding: 0.25rem 0.5rem;
		text-align: start;
		vertical-align: top;
		border: 1px solid var(--color-base-300);
		overflow-wrap: anywhere;
	}
	.narrow {
		table-layout: fixed;
		font-size: 0.6875rem;
	}
	.narrow :is(th, td) {
		padding-inline: 0.25rem;
	}
	.time {
		white-space: nowrap;
	}
	@media print {
		.paper {
			max-inline-size: none;
			margin: 0;
			/* The last line of a table is drawn half outside of it. */
			padding: 1px;
			border: none;
			background: none;
			break-after: page;
			color: black;
		}
		.paper:last-of-type {
			break-after: auto;
		}
		thead {
			display: table-header-group;
		}
		tr {
			break-inside: avoid;
		}
		th,
		td {
			border-color: #888;
		}
	}
</style>
