<script lang="ts">
	import { m } from '$lib/paraglide/messages';
	import RegisterList from '$lib/ui/register/RegisterList.svelte';

	let { data } = $props();
</script>

<svelte:head><title>{m.register_students()}</title></svelte:head>

<RegisterList
	title={m.register_students()}
	page={data.page}
	columns={[
		{ name: m.column_name(), sort: 'name' },
		{ name: m.column_class(), sort: 'class' },
		{ name: m.column_year(), sort: 'year' },
		{ name: m.column_families() },
	]}
>
	{#snippet actions()}
		{#if data.mayChange}
			<a class="btn btn-primary btn-sm" href="/office/people/students/new">{m.student_new()}</a>
		{/if}
	{/snippet}
	{#snippet row(line)}
		<th scope="row" class="text-body">
			<a class="hover:underline" href="/office/people/students/{line.id}">
				{[line.givenName, line.familyName].filter(Boolean).join(' ')}
			</a>
		</th>
		<td>{line.classLabel ?? ''}</td>
		<td>{line.yearGroup}</td>
		<td>
			{#each line.families as family, index (family.id)}
				{index ? ' · ' : ''}<a class="link" href="/office/people/families/{family.id}"
					>{family.label}</a
				>
			{/each}
		</td>
	{/snippet}
</RegisterList>
