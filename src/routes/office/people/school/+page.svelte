<script lang="ts">
	import { enhance } from '$lib/ui/parts/saving/enhance';
	import { m } from '$lib/paraglide/messages';
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
