<script lang="ts">
	import { isHex, schoolColours, USUAL_COLOURS } from '../../core/look/school-colours';
	import { m } from '../../paraglide/messages';

	/** The school's colour, typed or chosen by eye, and what becomes of it where words could not be read in it. */
	let {
		value = $bindable(),
		errors = [],
	}: { value: string; errors?: readonly string[] | undefined } = $props();

	const typed = $derived(value.trim().toLowerCase());
	const repaired = $derived(isHex(typed) ? schoolColours(typed) : null);
	/** By hand: a browser takes no moment without a colour, which the page's first one would be. */
	const showsColour = (input: HTMLInputElement) => {
		input.value = isHex(typed) ? typed : USUAL_COLOURS.hall;
	};
	const said = $derived(
		repaired === null
			? []
			: [
					repaired.hall === typed ? '' : m.school_colour_by_day({ colour: repaired.hall }),
					repaired.dusk === typed ? '' : m.school_colour_dark({ colour: repaired.dusk }),
				].filter(Boolean),
	);
</script>

<div class="mb-4">
	<label class="mb-1 block font-bold" for="colour">{m.school_colour()}</label>
	<div class="flex items-center gap-3">
		<input
			class="input w-36"
			class:input-error={errors.length > 0}
			id="colour"
			name="colour"
			autocomplete="off"
			spellcheck="false"
			maxlength="9"
			aria-describedby="colour-said"
			aria-invalid={errors.length > 0}
			bind:value
		/>
		<input
			class="eye"
			type="color"
			aria-label={m.school_colour_pick()}
			{@attach showsColour}
			oninput={({ currentTarget }) => (value = currentTarget.value)}
		/>
		{#if repaired}
			{#each [repaired.hall, repaired.dusk] as colour, index (index)}
				<span class="swatch" style:background={colour} aria-hidden="true"></span>
			{/each}
		{/if}
	</div>
	<div id="colour-said" class="mt-1 text-small">
		{#each errors as error (error)}<p class="text-error">{error}</p>{/each}
		<p class="quiet">{m.school_colour_hint()}</p>
		<div aria-live="polite">
			{#if repaired && said.length === 0}<p>{m.school_colour_fine()}</p>{/if}
			{#each said as sentence (sentence)}<p>{sentence}</p>{/each}
		</div>
	</div>
</div>

<style>
	.eye {
		inline-size: 2.75rem;
		block-size: 2.75rem;
		padding: 0.25rem;
		border: 1px solid var(--color-neutral);
		border-radius: var(--radius-field);
		background: var(--color-base-100);
		cursor: pointer;
	}
	.swatch {
		inline-size: 2rem;
		block-size: 2rem;
		border-radius: var(--radius-selector);
		border: 1px solid var(--color-base-300);
	}
</style>
