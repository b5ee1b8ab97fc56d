<script lang="ts">
	import { m } from '$lib/paraglide/messages';

	let { data } = $props();
</script>

<svelte:head><title>{m.register_classes()}</title></svelte:head>

<h1 class="text-hour">{m.register_classes()}</h1>
<p class="quiet mb-4">{m.list_total({ count: data.classes.length })}</p>
{#if data.classes.length}
	<table class="table">
		<thead>
			<tr>
				<th scope="col">{m.column_class()}</th>
				<th scope="col">{m.column_students()}</th>
				<th scope="col">{m.column_teachers()}</th>
			</tr>
		</thead>
		<tbody>
			{#each data.classes as entry (entry.id)}
				<tr>
					<th scope="row" class="text-body">{entry.label}</th>
					<td>
						{#if entry.students}{entry.students}{:else}
							<span class="text-error">{m.classes_no_student()}</span>
						{/if}
					</td>
					<td>
						{#each entry.teachers as teacher, index (index)}
							<span class="me-4 inline-block"
								>{teacher.name} <span class="quiet text-small">{teacher.subject}</span></span
							>
						{:else}
							<span class="text-error">{m.classes_no_teacher()}</span>
						{/each}
					</td>
				</tr>
			{/each}
		</tbody>
	</table>
{:else}
	<p>{m.classes_none()}</p>
{/if}
