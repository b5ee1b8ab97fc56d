<script lang="ts">
	import { m } from '$lib/paraglide/messages';
	import RegisterList from '$lib/ui/register/RegisterList.svelte';

	let { data } = $props();
</script>

<svelte:head><title>{m.register_families()}</title></svelte:head>

<RegisterList
	title={m.register_families()}
	page={data.page}
	columns={[
		{ name: m.column_name(), sort: 'name' },
		{ name: m.column_students(), sort: 'students' },
		{ name: m.column_adults() },
		{ name: m.column_needs() },
	]}
>
	{#snippet actions()}
		{#if data.mayChange}
			<a class="btn btn-primary btn-sm" href="/office/people/students/new">{m.family_new()}</a>
		{/if}
	{/snippet}
	{#snippet row(line)}
		<th scope="row" class="align-top text-body">
			<a class="hover:underline" href="/office/people/families/{line.id}">{line.label}</a>
		</th>
		<td class="align-top">
			{#each line.students as student, index (index)}
				<span class="block"
					>{student.name} <span class="quiet text-small">{student.classLabel ?? ''}</span></span
				>
			{/each}
		</td>
		<td class="align-top">
			{#each line.adults as adult, index (index)}
				<span class="block">
					{adult.name || m.family_nameless()}
					<span class="quiet text-small">{adult.email ?? ''}</span>
				</span>
			{/each}
		</td>
		<td class="align-top text-small">
			{#if line.interpreter}
				<span class="block">{m.need_interpreter({ language: line.interpreter })}</span>
			{/if}
			{#if line.stepFree}<span class="block">{m.need_step_free()}</span>{/if}
		</td>
	{/snippet}
</RegisterList>
