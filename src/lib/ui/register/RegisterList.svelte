<script lang="ts" generics="Line extends { readonly id: string }">
	import type { Snippet } from 'svelte';
	import ArrowDown from '@lucide/svelte/icons/arrow-down';
	import ArrowUp from '@lucide/svelte/icons/arrow-up';
	import Search from '@lucide/svelte/icons/search';
	import { m } from '$lib/paraglide/messages';

	/** A long list, a page at a time: found, sorted and turned by the server, through its address. */
	let {
		title,
		page,
		columns,
		row,
		actions,
	}: {
		title: string;
		page: {
			readonly lines: readonly Line[];
			readonly total: number;
			readonly pages: number;
			readonly query: {
				readonly find: string;
				readonly sort: string;
				readonly descending: boolean;
				readonly page: number;
				readonly gone: boolean;
			};
		};
		/** `sort` names what the server sorts by; without it the column is not sorted. */
		columns: readonly { readonly name: string; readonly sort?: string }[];
		/** The cells of a line. */
		row: Snippet<[Line]>;
		actions?: Snippet;
	} = $props();

	const query = $derived(page.query);

	function address(change: Record<string, string>): string {
		const fields = {
			find: query.find,
			sort: query.sort,
			down: query.descending ? '1' : '',
			gone: query.gone ? '1' : '',
			...change,
		};
		const filled = Object.entries(fields).filter(([, value]) => value !== '');
		return `?${new URLSearchParams(filled).toString()}`;
	}
	const sortAddress = (sort: string) =>
		address({ sort, down: query.sort === sort && !query.descending ? '1' : '' });
</script>

<div class="flex flex-wrap items-end justify-between gap-4">
	<div>
		<h1 class="text-hour">{title}</h1>
		<p class="quiet mb-4" role="status">
			{query.find ? m.list_found({ count: page.total }) : m.list_total({ count: page.total })}
		</p>
	</div>
	<div class="mb-4 flex flex-wrap items-center gap-3">
		{@render actions?.()}
		<form class="flex items-center gap-2" data-sveltekit-keepfocus role="search">
			<input type="hidden" name="sort" value={query.sort} />
			{#if query.gone}<input type="hidden" name="gone" value="1" />{/if}
			<label class="input w-56">
				<Search size={16} aria-hidden="true" />
				<input type="search" name="find" value={query.find} aria-label={m.list_find()} />
			</label>
			<button class="btn btn-outline btn-sm">{m.list_find_go()}</button>
		</form>
	</div>
</div>
<nav class="mb-3 flex gap-4 text-small">
	<a class={query.gone ? 'link' : 'font-bold'} href={address({ gone: '', page: '' })}
		>{m.list_here()}</a
	>
	<a class={query.gone ? 'font-bold' : 'link'} href={address({ gone: '1', page: '' })}
		>{m.list_left()}</a
	>
	{#if query.find}<a class="link" href={address({ find: '' })}>{m.list_all()}</a>{/if}
</nav>
<div class="overflow-x-auto">
	<table class="table table-sm">
		<thead>
			<tr>
				{#each columns as { name, sort } (name)}
					<th
						scope="col"
						aria-sort={sort && query.sort === sort
							? query.descending
								? 'descending'
								: 'ascending'
							: undefined}
					>
						{#if sort}
							<a
								class="inline-flex items-center gap-1 hover:underline"
								href={sortAddress(sort)}
								aria-label={m.list_sort({ column: name })}
							>
								{name}
								{#if query.sort === sort && query.descending}
									<ArrowUp size={14} aria-hidden="true" />
								{:else if query.sort === sort}
									<ArrowDown size={14} aria-hidden="true" />
								{/if}
							</a>
						{:else}{name}{/if}
					</th>
				{/each}
			</tr>
		</thead>
		<tbody>
			{#each page.lines as line (line.id)}
				<tr>{@render row(line)}</tr>
			{:else}
				<tr>
					<td colspan={columns.length} class="py-8">
						{query.find ? m.list_nobody_found() : m.list_nobody()}
					</td>
				</tr>
			{/each}
		</tbody>
	</table>
</div>
{#if page.pages > 1}
	<nav class="mt-4 flex items-center gap-4">
		{#if query.page > 1}
			<a class="btn btn-outline btn-sm" rel="prev" href={address({ page: String(query.page - 1) })}
				>{m.list_previous()}</a
			>
		{/if}
		<span class="quiet">{m.list_page({ page: query.page, pages: page.pages })}</span>
		{#if query.page < page.pages}
			<a class="btn btn-outline btn-sm" rel="next" href={address({ page: String(query.page + 1) })}
				>{m.list_next()}</a
			>
		{/if}
	</nav>
{/if}
