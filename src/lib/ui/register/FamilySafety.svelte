<script lang="ts">
	import type { Action } from 'svelte/action';
	import { m } from '$lib/paraglide/messages';

	interface Named {
		readonly id: string;
		readonly name: string;
	}

	/** Withdrawn rights and families kept apart: shown to the few who may know. */
	let {
		safety,
		adults,
		students,
		keep,
		enhance,
	}: {
		safety: {
			readonly rights: readonly {
				readonly adult: string;
				readonly student: string;
				readonly mayBook: boolean;
				readonly maySee: boolean;
				readonly isTold: boolean;
			}[];
			readonly apart: readonly {
				readonly family: string;
				readonly label: string;
				readonly margin: number;
			}[];
			readonly others: readonly { readonly id: string; readonly label: string }[];
		};
		adults: readonly Named[];
		students: readonly Named[];
		/** How the page's forms are sent. */
		// eslint-disable-next-line @typescript-eslint/no-explicit-any
		keep: any;
		// eslint-disable-next-line @typescript-eslint/no-explicit-any
		enhance: Action<HTMLFormElement, any>;
	} = $props();

	const nameOf = (list: readonly Named[], id: string) =>
		list.find((entry) => entry.id === id)?.name ?? '';
	const shown = $derived(
		safety.rights.filter(
			({ adult, student }) => nameOf(adults, adult) && nameOf(students, student),
		),
	);
</script>

<div class="border-s-4 border-error ps-4">
	<h2 class="text-title">{m.safety_title()}</h2>
	<p class="quiet mb-4 text-small">{m.safety_about()}</p>
	{#each shown as right (`${right.adult}${right.student}${right.mayBook}${right.maySee}${right.isTold}`)}
		<form
			method="post"
			action="?/rights"
			class="mb-2 flex flex-wrap items-center gap-x-5 gap-y-1"
			use:enhance={keep}
		>
			<input type="hidden" name="adult" value={right.adult} />
			<input type="hidden" name="student" value={right.student} />
			<strong class="min-w-96">
				{m.safety_for({
					adult: nameOf(adults, right.adult),
					student: nameOf(students, right.student),
				})}
			</strong>
			{#each [['mayBook', right.mayBook, m.safety_book()], ['maySee', right.maySee, m.safety_see()], ['isTold', right.isTold, m.safety_told()]] as const as [field, value, text] (field)}
				<label class="flex items-center gap-2">
					<input type="checkbox" class="checkbox checkbox-sm" name={field} checked={value} />
					{text}
				</label>
			{/each}
			<button class="btn btn-outline btn-xs">{m.safety_save()}</button>
		</form>
	{/each}
	<h3 class="mt-4 mb-1 font-bold">{m.safety_apart()}</h3>
	{#each safety.apart as { family, label, margin } (family)}
		<form method="post" action="?/apart" class="flex items-center gap-3" use:enhance={keep}>
			<input type="hidden" name="other" value={family} />
			<input type="hidden" name="margin" value="none" />
			<span>{label}, {margin} {m.safety_margin()}</span>
			<button class="btn btn-ghost btn-xs">{m.safety_apart_end()}</button>
		</form>
	{:else}
		<p class="quiet">{m.safety_apart_none()}</p>
	{/each}
	<form
		method="post"
		action="?/apart"
		class="mt-2 flex flex-wrap items-center gap-2"
		use:enhance={keep}
	>
		<select class="select select-sm w-56" name="other" aria-label={m.safety_apart()}>
			<option value="">{m.family_merge_choose()}</option>
			{#each safety.others as { id, label } (id)}<option value={id}>{label}</option>{/each}
		</select>
		<label class="flex items-center gap-2 text-small">
			<input class="input input-sm w-20" type="number" name="margin" min="0" max="240" value="30" />
			{m.safety_margin()}
		</label>
		<button class="btn btn-outline btn-sm">{m.safety_apart_add()}</button>
	</form>
</div>
