<script lang="ts">
	import { untrack, type Snippet } from 'svelte';
	import { isHex, schoolColours } from '../../core/look/school-colours';
	import type { Logo } from '../../core/look/school-look';
	import { m } from '../../paraglide/messages';
	import LongTextField from '../parts/forms/LongTextField.svelte';
	import TextField from '../parts/forms/TextField.svelte';
	import ZoneField from '../parts/forms/ZoneField.svelte';
	import { enhance } from '../parts/saving/enhance';
	import ColourField from './ColourField.svelte';
	import LookPreview from './LookPreview.svelte';

	interface Known {
		readonly name: string;
		readonly telephone: string;
		readonly timeZone: string;
		readonly colour: string;
		readonly welcome: string;
		readonly postalAddress: string;
		readonly officeHours: string;
		readonly version: number;
	}

	/**
	 * What the school is called, how it is reached and how it looks, with what outsiders see of it. Begins anew with
	 * another version: what is typed and not saved stays while something else of the page is sent.
	 */
	let {
		known,
		typed = {},
		faults,
		said,
		logo,
		origin,
		mayChange,
		below,
	}: {
		known: Known;
		/** What was typed and not taken, where the page works without script. */
		typed?: Readonly<Record<string, string | undefined>> | undefined;
		faults: Readonly<Record<string, readonly string[] | undefined>>;
		said: string;
		logo: Logo | null;
		origin: string;
		mayChange: boolean;
		/** What stands below the form. */
		below: Snippet;
	} = $props();

	const draft = $state(
		untrack(() => ({
			name: typed['name'] ?? known.name,
			telephone: typed['telephone'] ?? known.telephone,
			colour: typed['colour'] ?? known.colour,
			welcome: typed['welcome'] ?? known.welcome,
			postalAddress: typed['postalAddress'] ?? known.postalAddress,
			officeHours: typed['officeHours'] ?? known.officeHours,
			timeZone: known.timeZone,
		})),
	);
	const colour = $derived(draft.colour.trim().toLowerCase());
	const look = $derived({
		name: draft.name,
		telephone: draft.telephone || null,
		colours: schoolColours(isHex(colour) ? colour : null),
		logo,
		welcome: draft.welcome,
		postalAddress: draft.postalAddress,
		officeHours: draft.officeHours,
	});
</script>

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
			<fieldset disabled={!mayChange}>
				<input type="hidden" name="version" value={known.version} />
				<TextField
					label={m.set_up_school()}
					id="name"
					autocomplete="off"
					errors={faults['name']}
					bind:value={draft.name}
				/>
				<TextField
					label={m.school_telephone()}
					id="telephone"
					type="tel"
					width="w-60"
					hint={m.school_telephone_hint()}
					errors={faults['telephone']}
					bind:value={draft.telephone}
				/>
				<TextField
					label={m.school_hours()}
					id="officeHours"
					autocomplete="off"
					hint={m.school_hours_hint()}
					errors={faults['officeHours']}
					bind:value={draft.officeHours}
				/>
				<LongTextField
					label={m.school_postal()}
					id="postalAddress"
					errors={faults['postalAddress']}
					bind:value={draft.postalAddress}
				/>
				<LongTextField
					label={m.school_welcome()}
					id="welcome"
					rows={4}
					hint={m.school_welcome_hint()}
					errors={faults['welcome']}
					bind:value={draft.welcome}
				/>
				<ColourField bind:value={draft.colour} errors={faults['colour']} />
				<ZoneField
					id="timeZone"
					value={draft.timeZone}
					oncommit={(zone) => (draft.timeZone = zone)}
				/>
				<p class="quiet -mt-2 mb-4 text-small">{m.school_zone_hint()}</p>
				{#if mayChange}
					<button class="btn btn-primary">{m.save()}</button>
					<span role="status">{said}</span>
				{/if}
			</fieldset>
		</form>
		{@render below()}
	</div>
	<section>
		<h2 class="mb-1 text-title">{m.school_looks()}</h2>
		<p class="quiet mb-3">{m.school_looks_now()}</p>
		<LookPreview {look} {origin} />
	</section>
</div>

<style>
	.beside {
		display: grid;
		gap: 2.5rem;
		grid-template-columns: repeat(auto-fit, minmax(min(100%, 20rem), 1fr));
	}
</style>
