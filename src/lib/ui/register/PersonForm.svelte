<script lang="ts" module>
	import type { PersonInput } from '$lib/operations/register';

	/** A person as it is typed: what is several stands in one line, with semicolons between. */
	type Typed = Record<keyof PersonInput, string>;

	const NOBODY: Typed = {
		title: '',
		givenName: '',
		familyName: '',
		email: '',
		telephone: '',
		pin: '',
		subjects: '',
		room: '',
		building: '',
		link: '',
		languages: '',
		hours: '',
	};

	const FIELDS = Object.keys(NOBODY) as (keyof Typed)[];

	/** What the form of the other kind asks for; somebody may be both. */
	const UNASKED: Readonly<Record<PersonKind, readonly (keyof Typed)[]>> = {
		teacher: ['languages', 'hours'],
		interpreter: ['pin', 'subjects', 'room', 'building', 'link'],
	};
</script>

<script lang="ts">
	import { untrack } from 'svelte';
	import { readAvailableHours } from '$lib/core/time/available-hours';
	import type { FormProblem } from '$lib/operations/form-problem';
	import type { PersonKind } from '$lib/operations/register';
	import { m } from '$lib/paraglide/messages';
	import { availableText } from '../parts/format/when';
	import TextField from '../parts/forms/TextField.svelte';
	import WholeProblem from '../parts/forms/WholeProblem.svelte';
	import { enhance } from '../parts/saving/enhance';

	let {
		person,
		kind,
		action,
		answer,
		mayChange,
	}: {
		/** Whom it is about; without, somebody new. */
		person?: PersonInput & { readonly version: number };
		kind: PersonKind;
		action?: string;
		/** What the last sending of the form was answered. */
		answer?: { readonly problem: FormProblem } | { readonly said: string } | undefined;
		mayChange: boolean;
	} = $props();

	const problem = $derived(answer && 'problem' in answer ? answer.problem : undefined);
	const said = $derived(answer && 'said' in answer ? answer.said : '');

	const typedOf = (input: PersonInput): Typed => ({
		...input,
		subjects: input.subjects.join('; '),
		languages: input.languages.join('; '),
	});

	let typed = $state(
		untrack(() => {
			const known = person ? typedOf(person) : NOBODY;
			const again = FIELDS.map((name) => [name, problem?.typed[name] ?? known[name]]);
			return Object.fromEntries(again) as Typed;
		}),
	);
	// What another form of the page changes does not make this one newer than what is typed in it.
	let version = $state(untrack(() => person?.version));
	const faults = $derived(problem?.faults ?? {});
	const available = $derived(readAvailableHours(typed.hours));
</script>

<form
	method="post"
	{action}
	novalidate
	class="mb-8 max-w-2xl"
	use:enhance={() =>
		async ({ result, update }) => {
			await update({ reset: false });
			if (result.type !== 'success' || !person) return;
			typed = typedOf(person);
			version = person.version;
		}}
>
	<fieldset disabled={!mayChange}>
		{#if version !== undefined}<input type="hidden" name="version" value={version} />{/if}
		{#each UNASKED[kind] as name (name)}
			<input type="hidden" {name} value={typed[name]} />
		{/each}
		<div class="flex flex-wrap gap-x-4">
			<TextField
				label={m.person_title()}
				id="title"
				width="w-24"
				errors={faults.title}
				bind:value={typed.title}
			/>
			<TextField
				label={m.person_given()}
				id="givenName"
				width="w-48"
				autocomplete="off"
				errors={faults.givenName}
				bind:value={typed.givenName}
			/>
			<TextField
				label={m.person_family()}
				id="familyName"
				width="w-56"
				autocomplete="off"
				errors={faults.familyName}
				bind:value={typed.familyName}
			/>
		</div>
		<div class="flex flex-wrap gap-x-4">
			<TextField
				label={m.person_email()}
				id="email"
				type="email"
				width="w-80"
				autocomplete="off"
				errors={faults.email}
				bind:value={typed.email}
			/>
			<TextField
				label={m.person_telephone()}
				id="telephone"
				width="w-48"
				autocomplete="off"
				errors={faults.telephone}
				bind:value={typed.telephone}
			/>
			{#if kind === 'teacher'}
				<TextField
					label={m.person_pin()}
					id="pin"
					width="w-24"
					hint={m.person_pin_hint()}
					autocomplete="off"
					errors={faults.pin}
					bind:value={typed.pin}
				/>
			{/if}
		</div>
		{#if kind === 'teacher'}
			<TextField
				label={m.person_subjects()}
				id="subjects"
				hint={m.person_subjects_hint()}
				errors={faults.subjects}
				bind:value={typed.subjects}
			/>
			<div class="flex flex-wrap gap-x-4">
				<TextField
					label={m.person_room()}
					id="room"
					width="w-48"
					errors={faults.room}
					bind:value={typed.room}
				/>
				<TextField
					label={m.person_building()}
					id="building"
					width="w-48"
					errors={faults.building}
					bind:value={typed.building}
				/>
			</div>
			<TextField
				label={m.person_link()}
				id="link"
				type="url"
				errors={faults.link}
				bind:value={typed.link}
			/>
		{:else}
			<TextField
				label={m.person_languages()}
				id="languages"
				hint={m.person_subjects_hint()}
				errors={faults.languages}
				bind:value={typed.languages}
			/>
			<TextField
				label={m.person_hours()}
				id="hours"
				hint={m.person_hours_hint()}
				errors={faults.hours}
				bind:value={typed.hours}
			/>
			{#if typed.hours.trim()}
				<p class="-mt-3 mb-4 text-small {available.ok ? 'quiet' : 'text-error'}" aria-live="polite">
					{available.ok
						? m.person_hours_read({ hours: availableText(available.hours) })
						: m.person_hours_unread({ part: available.part })}
				</p>
			{/if}
		{/if}
		{#if mayChange}
			<WholeProblem {problem} />
			<div class="flex items-center gap-4">
				<button class="btn btn-primary">{m.save()}</button>
				<span role="status">{said}</span>
			</div>
		{/if}
	</fieldset>
</form>
