<script lang="ts">
	import { refreshAll } from '$app/navigation';
	import { outcomeOf } from '$lib/operations/change';
	import { listsPreview, listsRead } from '$lib/operations/lists';
	import { m } from '$lib/paraglide/messages';
	import ReadLists from '$lib/ui/register/ReadLists.svelte';
	import { postForLines } from '$lib/ui/parts/saving/post-for-lines';

	let { data, form } = $props();

	const files = [
		...['teachers', 'students', 'families', 'teaching', 'interpreters'].flatMap((name) => [
			`${name}.csv`,
		]),
		'school.xlsx',
		'one-roster.zip',
	];
</script>

<svelte:head><title>{m.register_lists()}</title></svelte:head>

<h1 class="mb-1 text-hour">{m.register_lists()}</h1>
<p class="quiet mb-6 max-w-2xl">{m.lists_about()}</p>
{#if form && 'said' in form}<p class="mb-4 font-bold" role="status">{form.said}</p>{/if}
{#if form && 'problem' in form}<p class="mb-4 text-error" role="alert">{form.problem}</p>{/if}
{#if data.mayChange}
	<ReadLists
		remembered={data.remembered}
		preview={(lists, progress) =>
			postForLines('/office/people/lists/preview', listsPreview, lists, progress)}
		apply={async (lists, progress) => {
			const result = await postForLines(
				'/office/people/lists/apply',
				outcomeOf(listsRead),
				lists,
				progress,
			);
			if (result.ok) await refreshAll();
			return result;
		}}
	/>
{/if}
<section class="mt-12 border-t border-base-300 pt-6">
	<h2 class="mb-1 text-title">{m.lists_write()}</h2>
	<p class="quiet mb-3 text-small">{m.lists_write_about()}</p>
	<p class="flex flex-wrap gap-x-6 gap-y-2">
		{#each files as name (name)}
			<a class="link" href="/office/people/lists/file/{name}" download>{name}</a>
		{/each}
	</p>
</section>
