<script lang="ts">
	import { goto } from '$app/navigation';
	import Printer from '@lucide/svelte/icons/printer';
	import { sheetKinds, type SheetKind } from '$lib/operations/sheets';
	import { m } from '$lib/paraglide/messages';
	import { localDateText } from '$lib/ui/parts/format/when';
	import { makeSheets } from '$lib/ui/sheets/make-sheets';
	import PrintSheet from '$lib/ui/sheets/PrintSheet.svelte';

	let { data } = $props();

	/** So many are shown on the screen; all of them are printed. */
	const SHOWN = 12;

	const KINDS: Readonly<Record<SheetKind, () => string>> = {
		teacher: m.sheets_teacher,
		door: m.sheets_door,
		room: m.sheets_room,
		family: m.sheets_family,
		class: m.sheets_class,
		board: m.sheets_board,
	};
	const base = $derived(`/office/${data.conference.address}`);
	const dates = $derived([...new Set(data.slots.map(({ date }) => date))].sort());
	const all = $derived(
		makeSheets(
			data.kind,
			data.slots.filter(({ date }) => data.date === '' || date === data.date),
			data.conference.timeZone,
		),
	);
	const titles = $derived([...new Map(all.map(({ id, title }) => [id, title]))]);
	const sheets = $derived(data.only ? all.filter(({ id }) => id === data.only) : all);
	let printsAll = $state(false);

	const hrefWith = (kind: SheetKind, date: string, only: string) =>
		`${base}/sheets?kind=${kind}&date=${date}&only=${encodeURIComponent(only)}`;

	async function printAll() {
		printsAll = true;
		await new Promise(requestAnimationFrame);
		print();
	}
</script>

<svelte:window onbeforeprint={() => (printsAll = true)} />
<svelte:head><title>{m.sheets_title()} · {data.conference.name}</title></svelte:head>

<div class="p-6 print:p-0">
	<div class="mb-6 no-print">
		<h1 class="mb-2 text-hour">{m.sheets_title()}</h1>
		<nav class="mb-3 flex flex-wrap gap-x-5 gap-y-1" aria-label={m.sheets_title()}>
			{#each sheetKinds as kind (kind)}
				<a
					class={kind === data.kind ? 'font-bold' : 'quiet'}
					aria-current={kind === data.kind ? 'page' : undefined}
					href={hrefWith(kind, data.date, '')}>{KINDS[kind]()}</a
				>
			{/each}
		</nav>
		<div class="flex flex-wrap items-end gap-4">
			{#if dates.length > 1}
				<label class="text-small">
					<span class="block">{m.sheet_date()}</span>
					<select
						class="select select-sm"
						value={data.date}
						onchange={({ currentTarget }) =>
							goto(hrefWith(data.kind, currentTarget.value, data.only))}
					>
						<option value="">{m.sheets_all_dates()}</option>
						{#each dates as date (date)}<option value={date}>{localDateText(date)}</option>{/each}
					</select>
				</label>
			{/if}
			{#if data.kind !== 'board'}
				<label class="text-small">
					<span class="block">{m.sheets_which()}</span>
					<select
						class="select select-sm"
						value={data.only}
						onchange={({ currentTarget }) =>
							goto(hrefWith(data.kind, data.date, currentTarget.value))}
					>
						<option value="">{m.sheets_all()}</option>
						{#each titles as [id, title] (id)}<option value={id}>{title}</option>{/each}
					</select>
				</label>
			{/if}
			<button class="btn btn-primary" disabled={sheets.length === 0} onclick={printAll}>
				<Printer size={18} aria-hidden="true" />
				{m.sheets_print({ count: sheets.length })}
			</button>
		</div>
		{#if sheets.length === 0}<p class="mt-4">{m.sheets_none()}</p>{/if}
	</div>
	{#each printsAll ? sheets : sheets.slice(0, SHOWN) as sheet, index (index)}
		<PrintSheet {sheet} conference={data.conference.name} />
	{/each}
	{#if !printsAll && sheets.length > SHOWN}
		<p class="no-print">{m.sheets_more({ count: sheets.length - SHOWN })}</p>
	{/if}
</div>
