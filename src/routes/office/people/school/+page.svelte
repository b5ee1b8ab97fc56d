<script lang="ts">
	import { page } from '$app/state';
	import { m } from '$lib/paraglide/messages';
	import LogoForm from '$lib/ui/look/LogoForm.svelte';
	import SchoolEditor from '$lib/ui/look/SchoolEditor.svelte';
	import { localDateText } from '$lib/ui/parts/format/when';
	import { enhance } from '$lib/ui/parts/saving/enhance';

	let { data, form } = $props();

	const logo = $derived(data.look?.logo ?? null);
</script>

<svelte:head><title>{m.school_title()}</title></svelte:head>

<h1 class="mb-6 text-hour">{m.school_title()}</h1>
{#if form && 'problem' in form}<p class="mb-4 text-error" role="alert">{form.problem}</p>{/if}
{#key data.known.version}
	<SchoolEditor
		known={data.known}
		typed={form && 'typed' in form ? form.typed : undefined}
		faults={(form && 'faults' in form && form.faults) || {}}
		said={(form && 'said' in form && form.said) || ''}
		{logo}
		origin={page.url.origin}
		mayChange={data.mayChange}
	>
		{#snippet below()}
			{#if data.mayChange}
				<LogoForm
					{logo}
					problem={form && 'logoProblem' in form ? form.logoProblem : undefined}
					said={form && 'logoSaid' in form ? form.logoSaid : undefined}
				/>
			{/if}
		{/snippet}
	</SchoolEditor>
{/key}

<section class="mt-10 max-w-lg">
	<h2 class="mb-2 text-title">{m.holidays_title()}</h2>
	<p class="quiet mb-3">{m.holidays_about()}</p>
	{#if form && 'holidaysProblem' in form}
		<p class="mb-3 text-error" role="alert">{form.holidaysProblem}</p>
	{:else if form && 'holidaysSaid' in form}
		<p class="mb-3 font-bold" role="status">{form.holidaysSaid}</p>
	{/if}
	{#if data.holidays.length}
		<ul class="mb-3 max-h-48 overflow-y-auto border-y border-base-300 py-2 text-small">
			{#each data.holidays as { from, to, name } (`${from} ${name}`)}
				<li>
					{from === to
						? localDateText(from)
						: m.holidays_days({ from: localDateText(from), to: localDateText(to) })}
					<span class="quiet">{name}</span>
				</li>
			{/each}
		</ul>
	{/if}
	{#if data.mayChange}
		<form method="post" action="?/holidays" enctype="multipart/form-data" use:enhance>
			<label class="mb-2 block">
				<span class="mb-1 block text-small">{m.holidays_file()}</span>
				<input
					class="file-input file-input-sm"
					type="file"
					name="file"
					accept=".ics,text/calendar"
				/>
			</label>
			<button class="btn btn-outline btn-sm">{m.holidays_read()}</button>
		</form>
		{#if data.holidays.length}
			<form method="post" action="?/without" class="mt-2" use:enhance>
				<button class="link text-small">{m.holidays_remove()}</button>
			</form>
		{/if}
	{/if}
</section>
