<script lang="ts">
	import { invalidateAll } from '$app/navigation';
	import { m } from '$lib/paraglide/messages';
	import { sendingRead } from '$lib/operations/messages';
	import { askOrNull } from '$lib/ui/parts/saving/ask-server';
	import SendLinks from '$lib/ui/register/SendLinks.svelte';
	import RegisterList from '$lib/ui/register/RegisterList.svelte';

	let { data, form } = $props();
</script>

<svelte:head><title>{m.register_teachers()}</title></svelte:head>

<RegisterList
	title={m.register_teachers()}
	page={data.page}
	columns={[
		{ name: m.column_name(), sort: 'name' },
		{ name: m.column_subjects() },
		{ name: m.column_classes() },
		{ name: m.column_room(), sort: 'room' },
		{ name: m.column_email(), sort: 'email' },
	]}
>
	{#snippet actions()}
		{#if data.mayChange}
			{#if data.seesLinks}
				<SendLinks
					count={data.counts.unconfirmed}
					latest={data.sending}
					problem={form?.problem}
					read={() => askOrNull(sendingRead, {})}
					ondone={() => void invalidateAll()}
				/>
			{/if}
			<a class="btn btn-primary btn-sm" href="/office/people/teachers/new"
				>{m.person_new_teacher()}</a
			>
		{/if}
	{/snippet}
	{#snippet row(line)}
		<th scope="row" class="text-body">
			<a class="hover:underline" href="/office/people/teachers/{line.id}">
				<span class="quiet font-normal">{line.title ?? ''}</span>
				{[line.givenName, line.familyName].filter(Boolean).join(' ')}
			</a>
		</th>
		<td>{line.subjects.join(', ')}</td>
		<td>
			{#if line.classes.length}{line.classes.join(', ')}{:else}<span class="quiet">–</span>{/if}
		</td>
		<td>{line.room ?? (line.hasLink ? m.place_video() : '')}</td>
		<td>
			{line.email ?? ''}
			{#if line.email}
				<span class="quiet block text-small"
					>{line.isConfirmed ? m.email_confirmed() : m.email_unconfirmed()}</span
				>
			{/if}
		</td>
	{/snippet}
</RegisterList>
