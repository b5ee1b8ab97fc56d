<script lang="ts">
	import { m } from '$lib/paraglide/messages';
	import CopyLink from '../parts/CopyLink.svelte';

	interface Adult {
		readonly id: string;
		readonly version: number;
		readonly givenName: string;
		readonly familyName: string;
		readonly email: string;
		readonly telephone: string;
		readonly language: string;
		readonly channel: 'email' | 'text' | 'telephone' | 'paper';
		readonly personId: string;
		readonly privateLink: string | null;
	}

	/** The fields of an adult inside a form; without one, those of a new adult. */
	let {
		adult,
		people,
		mayChange,
	}: {
		adult: Adult | null;
		/** Teachers who may be a parent here, too. */
		people: readonly { readonly id: string; readonly name: string }[];
		mayChange: boolean;
	} = $props();

	const channels = {
		email: m.channel_email,
		text: m.channel_text,
		telephone: m.channel_telephone,
		paper: m.channel_paper,
	};
	const name = $derived([adult?.givenName, adult?.familyName].filter(Boolean).join(' '));
</script>

{#snippet line(label: string, field: string, value: string, width: string)}
	<label class="block"
		><span class="block text-small font-bold">{label}</span>
		<input class="input input-sm {width}" name={field} {value} autocomplete="off" /></label
	>
{/snippet}

<fieldset disabled={!mayChange} class="space-y-2">
	<input type="hidden" name="id" value={adult?.id ?? ''} />
	<input type="hidden" name="version" value={adult?.version ?? 0} />
	<div class="flex flex-wrap gap-x-4 gap-y-2">
		{@render line(m.person_given(), 'givenName', adult?.givenName ?? '', 'w-40')}
		{@render line(m.person_family(), 'familyName', adult?.familyName ?? '', 'w-48')}
		{@render line(m.person_email(), 'email', adult?.email ?? '', 'w-64')}
		{@render line(m.person_telephone(), 'telephone', adult?.telephone ?? '', 'w-40')}
		{@render line(m.family_language(), 'language', adult?.language ?? '', 'w-32')}
		<label class="block"
			><span class="block text-small font-bold">{m.family_channel()}</span>
			<select class="select select-sm w-36" name="channel" value={adult?.channel ?? 'email'}>
				{#each Object.entries(channels) as [channel, text] (channel)}
					<option value={channel}>{text()}</option>
				{/each}
			</select></label
		>
		<label class="block"
			><span class="block text-small font-bold">{m.family_is_teacher()}</span>
			<select class="select select-sm w-48" name="personId" value={adult?.personId ?? ''}>
				<option value="">{m.family_is_nobody()}</option>
				{#each people as { id, name } (id)}<option value={id}>{name}</option>{/each}
			</select></label
		>
	</div>
	{#if mayChange}
		<div class="flex items-center gap-3">
			<button class="btn btn-outline btn-sm">{m.save()}</button>
			{#if adult?.privateLink}
				<CopyLink link={adult.privateLink} name={name || m.family_nameless()} />
			{/if}
		</div>
	{/if}
</fieldset>
