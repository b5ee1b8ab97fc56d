<script lang="ts">
	import { m } from '$lib/paraglide/messages';
	import LetterCode from '$lib/ui/parts/forms/LetterCode.svelte';
	import CalmPage from '$lib/ui/parts/CalmPage.svelte';

	/** Where a desk's own link leads as long as something is to be said before. */
	let { data, form } = $props();

	const { target } = $derived(data);
	const title = $derived(target.desk?.name ?? data.school);
</script>

<svelte:head><title>{title} · {data.school}</title></svelte:head>

<CalmPage {title} school={data.school}>
	{#if target.desk}
		{#if target.desk.subject}<p>{target.desk.subject}</p>{/if}
		<p class="quiet mb-2">{target.desk.conference}</p>
		{#if target.desk.words}<p class="as-typed mb-4">{target.desk.words}</p>{/if}
	{/if}
	{#if target.leads === 'in'}
		<p class="mb-6">{m.short_come_in()}</p>
		<LetterCode />
		{#if target.door}
			<p>
				<a class="inline-flex min-h-11 items-center underline" href={target.door}>
					{m.frame_open()}
				</a>
			</p>
		{/if}
	{:else if target.leads === 'add'}
		<form method="post">
			<fieldset class="mb-4">
				<legend class="mb-2 font-bold">{m.short_about_whom()}</legend>
				{#each target.students as { id, name, family } (family + id)}
					<label class="flex min-h-11 items-center gap-3">
						<input
							type="radio"
							class="radio"
							name="who"
							value="{family}/{id}"
							checked={target.students.length === 1}
							required
						/>
						{name}
					</label>
				{/each}
			</fieldset>
			{#if form?.problem}<p class="mb-3 text-error" role="alert">{form.problem}</p>{/if}
			<button class="btn btn-primary btn-lg w-full">{m.short_add()}</button>
		</form>
	{:else}
		<p class="mb-4">{m.short_apart()}</p>
		<p><a class="link" href={target.visit}>{m.proof_back()}</a></p>
	{/if}
</CalmPage>
