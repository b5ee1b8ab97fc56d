<script lang="ts">
	import { untrack } from 'svelte';
	import { page } from '$app/state';
	import { isHex, schoolColours } from '$lib/core/look/school-colours';
	import { m } from '$lib/paraglide/messages';
	import ColourField from '$lib/ui/look/ColourField.svelte';
	import LogoForm from '$lib/ui/look/LogoForm.svelte';
	import LookPreview from '$lib/ui/look/LookPreview.svelte';
	import LongTextField from '$lib/ui/parts/forms/LongTextField.svelte';
	import TextField from '$lib/ui/parts/forms/TextField.svelte';
	import ZoneField from '$lib/ui/parts/forms/ZoneField.svelte';
	import { localDateText } from '$lib/ui/parts/format/when';
	import { enhance } from '$lib/ui/parts/saving/enhance';

	let { data, form } = $props();

	const known = $derived(data.known);
	const faults = $derived((form && 'faults' in form && form.faults) || {});
	/** What was typed and not kept comes back. */
	const given = (field: keyof typeof known): string =>
		(form && 'typed' in form ? form.typed?.[field] : undefined) ?? String(known[field]);
	const version = $derived(known.version);
	/** Begins anew when something was kept, not when a logo is given while words stand there unsaved. */
	const begun = $derived.by(() => {
		void version;
		return untrack(() => ({
			name: given('name'),
			telephone: given('telephone'),
			colour: given('colour'),
			welcome: given('welcome'),
			postalAddress: given('postalAddress'),
			officeHours: given('officeHours'),
			timeZone: known.timeZone,
		}));
	});
	let name = $derived(begun.name);
	let telephone = $derived(begun.telephone);
	let colour = $derived(begun.colour);
	let welcome = $derived(begun.welcome);
	let postalAddress = $derived(begun.postalAddress);
	let officeHours = $derived(begun.officeHours);
	let timeZone = $derived(begun.timeZone);

	const typed = $derived(colour.trim().toLowerCase());
	const look = $derived({
		name,
		telephone: telephone || null,
		colours: schoolColours(isHex(typed) ? typed : null),
		logo: data.look?.logo ?? null,
		welcome,
		postalAddress,
		officeHours,
	});
</script>

<svelte:head><title>{m.school_title()}</title></svelte:head>

<h1 class="mb-6 text-hour">{m.school_title()}</h1>
{#if form && 'problem' in form}<p class="mb-4 text-error" role="alert">{form.problem}</p>{/if}
<div class="beside">
	<div>
		<form
			method="post"
			action="?/save"
			novalidate
			use:enhance={() =>
				({ update }) =>
					update({ reset: false })}
		>
			<fieldset disabled={!data.mayChange}>
				<input type="hidden" name="version" value={known.version} />
				<TextField
					label={m.set_up_school()}
					id="name"
					autocomplete="off"
					errors={faults['name']}
					bind:value={name}
				/>
				<TextField
					label={m.school_telephone()}
					id="telephone"
					type="tel"
					width="w-60"
					hint={m.school_telephone_hint()}
					errors={faults['telephone']}
					bind:value={telephone}
				/>
				<TextField
					label={m.school_hours()}
					id="officeHours"
					autocomplete="off"
					hint={m.school_hours_hint()}
					errors={faults['officeHours']}
					bind:value={officeHours}
				/>
				<LongTextField
					label={m.school_postal()}
					id="postalAddress"
					errors={faults['postalAddress']}
					bind:value={postalAddress}
				/>
				<LongTextField
					label={m.school_welcome()}
					id="welcome"
					rows={4}
					hint={m.school_welcome_hint()}
					errors={faults['welcome']}
					bind:value={welcome}
				/>
				<ColourField bind:value={colour} errors={faults['colour']} />
				<ZoneField id="timeZone" value={timeZone} oncommit={(zone) => (timeZone = zone)} />
				<p class="quiet -mt-2 mb-4 text-small">{m.school_zone_hint()}</p>
				{#if data.mayChange}
					<button class="btn btn-primary">{m.save()}</button>
					<span role="status">{form && 'said' in form ? form.said : ''}</span>
				{/if}
			</fieldset>
		</form>
		{#if data.mayChange}
			<LogoForm
				logo={look.logo}
				problem={form && 'logoProblem' in form ? form.logoProblem : undefined}
				said={form && 'logoSaid' in form ? form.logoSaid : undefined}
			/>
		{/if}
	</div>
	<section>
		<h2 class="mb-1 text-title">{m.school_looks()}</h2>
		<p class="quiet mb-3">{m.school_looks_now()}</p>
		<LookPreview {look} origin={page.url.origin} />
	</section>
</div>

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

<style>
	.beside {
		display: grid;
		gap: 2.5rem;
		grid-template-columns: repeat(auto-fit, minmax(min(100%, 20rem), 1fr));
	}
</style>
