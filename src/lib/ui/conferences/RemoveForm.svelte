<script lang="ts">
	import { m } from '$lib/paraglide/messages';
	import TextField from '../parts/forms/TextField.svelte';
	import { enhance } from '../parts/saving/enhance';

	/** Removes a conference for good; once families have booked, with its name. */
	let {
		faults = [],
	}: {
		/** What is wrong with the name that was typed, or that it is wanted. */
		faults?: readonly string[] | undefined;
	} = $props();

	let isAsked = $state(false);
	let isNameWanted = $derived(faults.length > 0);
	const isOpen = $derived(isAsked || isNameWanted);
	let name = $state('');
</script>

<section class="mt-8">
	<h2 class="mb-2 text-title">{m.remove_title()}</h2>
	<p class="quiet mb-2 text-small">{m.remove_about()}</p>
	{#if isOpen}
		<form
			method="post"
			action="?/remove"
			class="max-w-xl border-s-4 border-error ps-3"
			novalidate
			use:enhance
		>
			{#if isNameWanted}
				<TextField
					label={m.remove_name()}
					id="name"
					autocomplete="off"
					errors={faults}
					bind:value={name}
				/>
			{:else}
				<input type="hidden" name="name" value="" />
				<p class="mb-2 font-bold">{m.remove_ask()}</p>
			{/if}
			<button class="btn btn-error">{m.remove_yes()}</button>
			<button
				type="button"
				class="btn btn-ghost"
				onclick={() => {
					isAsked = false;
					isNameWanted = false;
				}}
			>
				{m.open_not_yet()}
			</button>
		</form>
	{:else}
		<button type="button" class="btn" onclick={() => (isAsked = true)}>{m.remove_start()}</button>
	{/if}
</section>
