<script lang="ts">
	import { enhance } from '$lib/ui/parts/saving/enhance';
	import type { SubmitFunction } from '@sveltejs/kit';
	import { m } from '$lib/paraglide/messages';
	import { dateText } from '$lib/ui/parts/format/when';
	import { page } from '$app/state';
	import AdultFields from '$lib/ui/register/AdultFields.svelte';
	import ChooseFamily from '$lib/ui/register/ChooseFamily.svelte';
	import FamilySafety from '$lib/ui/register/FamilySafety.svelte';
	import LeftNote from '$lib/ui/register/LeftNote.svelte';
	import { familiesFind } from '$lib/operations/found';
	import { listText } from '$lib/ui/parts/format/when';
	import { askOrNull } from '$lib/ui/parts/saving/ask-server';

	let { data, form } = $props();

	const family = $derived(data.family);
	let adding = $state(false);
	/** The family that this one is to be one household with. */
	let mergeWith = $state.raw<NonNullable<typeof data.described> | null>(null);

	const search = async (text: string) =>
		(await askOrNull(familiesFind, { text, except: page.params.id! })) ?? [];
	/** What was typed stays; what comes back from the server is shown. */
	const keep: SubmitFunction =
		() =>
		async ({ result, update }) => {
			if (result.type === 'success') {
				adding = false;
				mergeWith = null;
			}
			await update({ reset: false });
		};
	const nameOf = (adult: { givenName: string; familyName: string }) =>
		[adult.givenName, adult.familyName].filter(Boolean).join(' ') || m.family_nameless();
</script>

<svelte:head><title>{family.label}</title></svelte:head>

<p class="mb-2"><a class="link" href="/office/people/families">{m.register_families()}</a></p>
<h1 class="mb-4 text-hour">{family.label}</h1>
{#if family.hasLeft}<LeftNote text={m.family_has_left()} />{/if}
<p class="mb-2 min-h-6" role="status">{form && 'said' in form ? form.said : ''}</p>
{#if form && 'problem' in form}<p class="mb-4 text-error" role="alert">{form.problem}</p>{/if}

<div class="grid max-w-6xl gap-x-12 gap-y-10 lg:grid-cols-[1fr_1.4fr]">
	<section>
		<h2 class="mb-2 text-title">{m.family_students()}</h2>
		<ul class="mb-8 border-t border-base-300">
			{#each family.students as student (student.id)}
				<li class="border-b border-base-300 py-2">
					<a class="font-bold hover:underline" href="/office/people/students/{student.id}"
						>{student.name}</a
					>
					<span class="quiet text-small">{student.classLabel}</span>
					{#if student.others.length}
						<span class="quiet block text-small">
							{m.family_also_with({ families: listText(student.others.map(({ label }) => label)) })}
						</span>
					{/if}
				</li>
			{/each}
		</ul>
		{#if data.mayChange}
			<p class="-mt-4 mb-8">
				<a class="btn btn-outline btn-sm" href="/office/people/students/new?family={family.id}"
					>{m.family_add_student()}</a
				>
			</p>
		{/if}
		{#key family.version}
			<form method="post" action="?/save" novalidate use:enhance={keep}>
				<fieldset disabled={!data.mayChange}>
					<input type="hidden" name="version" value={family.version} />
					<label class="mb-4 block"
						><span class="mb-1 block font-bold">{m.family_label()}</span>
						<input class="input w-full" name="label" value={family.label} /></label
					>
					<label class="mb-4 block"
						><span class="mb-1 block font-bold">{m.family_address()}</span>
						<input class="input w-full" name="address" value={family.address} /></label
					>
					<label class="mb-4 block"
						><span class="mb-1 block font-bold">{m.family_interpreter()}</span>
						<input class="input w-full" name="interpreter" value={family.interpreter} />
						<span class="quiet text-small">{m.family_interpreter_hint()}</span></label
					>
					<label class="mb-4 flex items-center gap-2"
						><input
							class="checkbox checkbox-sm"
							type="checkbox"
							name="stepFree"
							checked={family.stepFree}
						/>
						{m.family_step_free()}</label
					>
					{#if data.mayChange}<button class="btn btn-primary">{m.save()}</button>{/if}
				</fieldset>
			</form>
		{/key}
	</section>

	<section>
		<h2 class="mb-2 text-title">{m.family_adults()}</h2>
		{#each family.adults as adult (`${adult.id}${adult.version}`)}
			<form
				method="post"
				action="?/adult"
				novalidate
				class="mb-6 border-t border-base-300 pt-3"
				aria-label={nameOf(adult)}
				use:enhance={keep}
			>
				<AdultFields {adult} people={data.people} mayChange={data.mayChange} />
			</form>
			{#if data.mayChange}
				<form
					method="post"
					class="-mt-4 mb-6 flex flex-wrap items-center gap-3 text-small"
					use:enhance={keep}
				>
					<input type="hidden" name="adult" value={adult.id} />
					<span class="quiet">
						{adult.privateLink === null
							? m.link_state_none()
							: adult.linkOpenedAt === null
								? m.link_state_unopened()
								: m.link_state_opened({ moment: dateText(adult.linkOpenedAt, data.timeZone) })}
					</span>
					<button class="link" formaction="?/renew">{m.link_renew()}</button>
					{#if adult.privateLink !== null}
						<button class="link" formaction="?/withdraw">{m.link_withdraw()}</button>
					{/if}
				</form>
			{/if}
		{/each}
		{#if data.mayChange}
			{#if adding}
				<form
					method="post"
					action="?/adult"
					novalidate
					class="border-t border-base-300 pt-3"
					aria-label={m.family_adult_new()}
					use:enhance={keep}
				>
					<AdultFields adult={null} people={data.people} mayChange />
				</form>
			{:else}
				<button class="btn btn-outline btn-sm" onclick={() => (adding = true)}
					>{m.family_add_adult()}</button
				>
			{/if}
		{/if}
	</section>

	{#if data.safety && data.described}
		<section class="lg:col-span-2">
			<FamilySafety
				safety={data.safety}
				adults={family.adults.map((adult) => ({ id: adult.id, name: nameOf(adult) }))}
				students={family.students}
				own={data.described}
				{search}
				{keep}
				{enhance}
			/>
		</section>
	{/if}

	{#if data.mayChange}
		<section class="border-t border-base-300 pt-6 lg:col-span-2">
			<h2 class="mb-4 text-title">{m.family_rearrange()}</h2>
			<div class="grid gap-10 lg:grid-cols-2">
				<form method="post" action="?/merge" use:enhance={keep}>
					<p class="mb-1 font-bold">{m.family_merge()}</p>
					<input type="hidden" name="gone" value={mergeWith?.id ?? ''} />
					<ChooseFamily label={m.family_merge_choose()} {search} bind:chosen={mergeWith} />
					{#if mergeWith}
						<button class="btn btn-outline btn-sm mt-2">{m.family_merge_go()}</button>
					{/if}
					<span class="quiet mt-1 block text-small">{m.family_merge_about()}</span>
				</form>
				<details>
					<summary class="cursor-pointer font-bold">{m.family_split()}</summary>
					<form method="post" action="?/split" class="mt-2" use:enhance={keep}>
						<p class="quiet mb-2 text-small">{m.family_split_about()}</p>
						{#each family.adults as adult (adult.id)}
							<label class="flex items-center gap-2">
								<input
									type="checkbox"
									class="checkbox checkbox-sm"
									name="adults[]"
									value={adult.id}
								/>
								{nameOf(adult)}
							</label>
						{/each}
						{#each family.students as student (student.id)}
							<div class="flex items-center gap-4">
								<label class="flex items-center gap-2">
									<input
										type="checkbox"
										class="checkbox checkbox-sm"
										name="students[]"
										value={student.id}
									/>
									{student.name}
								</label>
								<label class="quiet flex items-center gap-2 text-small">
									<input
										type="checkbox"
										class="checkbox checkbox-xs"
										name="inBoth[]"
										value={student.id}
									/>
									{m.family_split_both()}
								</label>
							</div>
						{/each}
						<button class="btn btn-outline mt-3">{m.family_split_go()}</button>
					</form>
				</details>
				<div>
					<p class="mb-1 font-bold">{m.family_data()}</p>
					<a class="link" href="/office/people/families/{family.id}/data" download
						>{m.family_data_go()}</a
					>
				</div>
				<details>
					<summary class="cursor-pointer font-bold">{m.family_erase()}</summary>
					<form method="post" action="?/erase" class="mt-2" use:enhance={keep}>
						<p class="quiet mb-2 text-small">{m.family_erase_about()}</p>
						<label class="mb-1 block text-small" for="erase-label">{m.family_erase_confirm()}</label
						>
						<span class="flex gap-2">
							<input id="erase-label" class="input" name="label" autocomplete="off" />
							<button class="btn btn-error btn-outline">{m.family_erase_go()}</button>
						</span>
					</form>
				</details>
			</div>
		</section>
	{/if}
</div>
