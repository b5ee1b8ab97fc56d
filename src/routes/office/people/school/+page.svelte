<script lang="ts">
	import { enhance } from '$lib/ui/parts/saving/enhance';
	import { m } from '$lib/paraglide/messages';
	import { localDateText } from '$lib/ui/parts/format/when';
	import ZoneField from '$lib/ui/parts/forms/ZoneField.svelte';

	let { data, form } = $props();

	const known = $derived(data.known);
	let timeZone = $derived(known.timeZone);
</script>

<svelte:head><title>{m.school_title()}</title></svelte:head>

<h1 class="mb-6 text-hour">{m.school_title()}</h1>
{#if form && 'problem' in form}<p class="mb-4 text-error" role="alert">{form.problem}</p>{/if}
{#key known.version}
	<form
		method="post"
		action="?/save"
		novalidate
		class="max-w-lg"
		use:enhance={() =>
			({ update }) =>
				update({ reset: false })}
	>
		<fieldset disabled={!data.mayChange}>
			<input type="hidden" name="version" value={known.version} />
			<label class="mb-4 block">
				<span class="mb-1 block font-bold">{m.set_up_school()}</span>
				<input class="input w-full" name="name" value={known.name} autocomplete="off" />
			</label>
			<label class="mb-4 block">
				<span class="mb-1 block font-bold">{m.school_telephone()}</span>
				<input class="input w-60" name="telephone" type="tel" value={known.telephone} />
				<span class="quiet block text-small">{m.school_telephone_hint()}</span>
			</label>
			<ZoneField id="timeZone" value={timeZone} oncommit={(zone) => (timeZone = zone)} />
			<p class="quiet -mt-2 mb-4 text-small">{m.school_zone_hint()}</p>
			{#if data.mayChange}
				<button class="btn btn-primary">{m.save()}</button>
				<span role="status">{form && 'said' in form ? form.said : ''}</span>
			{/if}
		</fieldset>
	</form>
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
