<script lang="ts" module>
	/** A teacher or an interpreter while it is typed. */
	export type PersonFields = {
		title: string;
		givenName: string;
		familyName: string;
		email: string;
		telephone: string;
		pin: string;
		subjects: string;
		room: string;
		building: string;
		link: string;
		languages: string;
		hours: string;
		version: number;
	};
</script>

<script lang="ts">
	import { waiting } from '../parts/saving/waiting.svelte';
	import { untrack } from 'svelte';
	import { superForm, type SuperValidated } from 'sveltekit-superforms';
	import { readAvailableHours } from '$lib/core/time/available-hours';
	import { m } from '$lib/paraglide/messages';
	import { availableText } from '../parts/format/when';
	import TextField from '../parts/forms/TextField.svelte';

	let {
		form: given,
		kind,
		action,
		mayChange,
	}: {
		form: SuperValidated<PersonFields, string>;
		kind: 'teacher' | 'interpreter';
		action?: string;
		mayChange: boolean;
	} = $props();

	const { form, errors, message, enhance, submitting } = superForm(
		untrack(() => given),
		{ dataType: 'json', resetForm: false },
	);
	$effect(() => ($submitting ? waiting.begin() : undefined));
	const available = $derived(readAvailableHours($form.hours));
</script>

<form method="post" {action} novalidate use:enhance class="max-w-2xl">
	<fieldset disabled={!mayChange}>
		<div class="flex flex-wrap gap-x-4">
			<TextField
				label={m.person_title()}
				id="title"
				width="w-24"
				errors={$errors.title}
				bind:value={$form.title}
			/>
			<TextField
				label={m.person_given()}
				id="givenName"
				width="w-48"
				autocomplete="off"
				errors={$errors.givenName}
				bind:value={$form.givenName}
			/>
			<TextField
				label={m.person_family()}
				id="familyName"
				width="w-56"
				autocomplete="off"
				errors={$errors.familyName}
				bind:value={$form.familyName}
			/>
		</div>
		<div class="flex flex-wrap gap-x-4">
			<TextField
				label={m.person_email()}
				id="email"
				type="email"
				width="w-80"
				autocomplete="off"
				errors={$errors.email}
				bind:value={$form.email}
			/>
			<TextField
				label={m.person_telephone()}
				id="telephone"
				width="w-48"
				autocomplete="off"
				errors={$errors.telephone}
				bind:value={$form.telephone}
			/>
			{#if kind === 'teacher'}
				<TextField
					label={m.person_pin()}
					id="pin"
					width="w-24"
					hint={m.person_pin_hint()}
					autocomplete="off"
					errors={$errors.pin}
					bind:value={$form.pin}
				/>
			{/if}
		</div>
		{#if kind === 'teacher'}
			<TextField
				label={m.person_subjects()}
				id="subjects"
				hint={m.person_subjects_hint()}
				errors={$errors.subjects}
				bind:value={$form.subjects}
			/>
			<div class="flex flex-wrap gap-x-4">
				<TextField
					label={m.person_room()}
					id="room"
					width="w-48"
					errors={$errors.room}
					bind:value={$form.room}
				/>
				<TextField
					label={m.person_building()}
					id="building"
					width="w-48"
					errors={$errors.building}
					bind:value={$form.building}
				/>
			</div>
			<TextField
				label={m.person_link()}
				id="link"
				type="url"
				errors={$errors.link}
				bind:value={$form.link}
			/>
		{:else}
			<TextField
				label={m.person_languages()}
				id="languages"
				hint={m.person_subjects_hint()}
				errors={$errors.languages}
				bind:value={$form.languages}
			/>
			<TextField
				label={m.person_hours()}
				id="hours"
				hint={m.person_hours_hint()}
				errors={$errors.hours}
				bind:value={$form.hours}
			/>
			{#if $form.hours.trim()}
				<p class="-mt-3 mb-4 text-small {available.ok ? 'quiet' : 'text-error'}" aria-live="polite">
					{available.ok
						? m.person_hours_read({ hours: availableText(available.hours) })
						: m.person_hours_unread({ part: available.part })}
				</p>
			{/if}
		{/if}
		{#if mayChange}
			<div class="flex items-center gap-4">
				<button class="btn btn-primary" disabled={$submitting}>{m.save()}</button>
				<span role="status">{$message ?? ''}</span>
			</div>
		{/if}
	</fieldset>
</form>
