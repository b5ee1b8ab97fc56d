<script lang="ts">
	import { m } from '$lib/paraglide/messages';
	import RegisterList from '$lib/ui/register/RegisterList.svelte';

	let { data } = $props();
</script>

<svelte:head><title>{m.register_interpreters()}</title></svelte:head>

<RegisterList
	title={m.register_interpreters()}
	page={data.page}
	columns={[
		{ name: m.column_name(), sort: 'name' },
		{ name: m.column_languages() },
		{ name: m.column_hours() },
		{ name: m.column_email(), sort: 'email' },
	]}
>
	{#snippet actions()}
		{#if data.mayChange}
			<a class="btn btn-primary btn-sm" href="/office/people/interpreters/new"
				>{m.person_new_interpreter()}</a
			>
		{/if}
	{/snippet}
	{#snippet row(line)}
		<th scope="row" class="text-body">
			<a class="hover:underline" href="/office/people/interpreters/{line.id}">
				{[line.givenName, line.familyName].filter(Boolean).join(' ')}
			</a>
		</th>
		<td>{line.languages.join(', ')}</td>
		<td>{line.hours ?? ''}</td>
		<td>{line.email ?? ''}</td>
	{/snippet}
</RegisterList>
