<script lang="ts">
	import type { Action } from 'svelte/action';
	import { m } from '$lib/paraglide/messages';
	import ChooseFamily from './ChooseFamily.svelte';
	import FamilyCard from './FamilyCard.svelte';
	import type { FoundFamily } from '$lib/operations/found';

	interface Named {
		readonly id: string;
		readonly name: string;
	}

	/** Withdrawn rights and families kept apart: shown to the few who may know. */
	let {
		safety,
		adults,
		students,
		own,
		search,
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
			readonly apart: readonly { readonly family: FoundFamily; readonly margin: number }[];
		};
		adults: readonly Named[];
		students: readonly Named[];
		/** The family whose page this is, as it looks in a search. */
		own: FoundFamily;
		search: (text: string) => Promise<readonly FoundFamily[]>;
		/** How the page's forms are sent. */
		// eslint-disable-next-line @typescript-eslint/no-explicit-any
		keep: any;
		// eslint-disable-next-line @typescript-eslint/no-explicit-any
		enhance: Action<HTMLFormElement, any>;
	} = $props();

	/** How long two visits are kept apart, in minutes, unless somebody says otherwise. */
	const USUAL_MARGIN = 30;
	let other = $state.raw<FoundFamily | null>(null);
	let margin = $state(USUAL_MARGIN);

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
	{#each safety.apart as { family, margin } (family.id)}
		<form
			method="post"
			action="?/apart"
			class="mb-3 flex items-start gap-4 border-t border-base-300 pt-2"
			use:enhance={keep}
		>
			<input type="hidden" name="other" value={family.id} />
			<input type="hidden" name="margin" value="" />
			<div>
				<FamilyCard {family} />
				<span class="block">{m.safety_minutes_apart({ minutes: margin })}</span>
			</div>
			<button class="btn btn-ghost btn-xs">{m.safety_apart_end()}</button>
		</form>
	{:else}
		<p class="quiet mb-2">{m.safety_apart_none()}</p>
	{/each}
	<ChooseFamily label={m.safety_apart_find()} {search} bind:chosen={other} />
	{#if other}
		<form
			method="post"
			action="?/apart"
			class="mt-4 max-w-2xl border-2 border-error p-4"
			aria-label={m.safety_apart_look()}
			use:enhance={(input: unknown) => {
				const kept = keep(input);
				return async (result: unknown) => {
					await kept(result);
					other = null;
				};
			}}
		>
			<input type="hidden" name="other" value={other.id} />
			<p class="mb-3 font-bold">{m.safety_apart_look()}</p>
			<div class="mb-3 grid gap-6 sm:grid-cols-2">
				<div><FamilyCard family={own} /></div>
				<div><FamilyCard family={other} /></div>
			</div>
			<label class="mb-3 flex items-center gap-2">
				<input
					class="input input-sm w-20"
					type="number"
					name="margin"
					min="0"
					max="240"
					bind:value={margin}
				/>
				{m.safety_margin()}
			</label>
			<button class="btn btn-error btn-sm">{m.safety_apart_add()}</button>
			<button type="button" class="btn btn-ghost btn-sm" onclick={() => (other = null)}
				>{m.cancel()}</button
			>
		</form>
	{/if}
</div>
